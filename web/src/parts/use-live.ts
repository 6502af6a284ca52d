import { useEffect } from 'react';
import { QueryClient, useQuery, type DefinedUseQueryResult } from '@tanstack/react-query';
import type { z } from 'zod';
import type { LiveTopic } from '@stride-chalk/core';
import { askServer } from './ask-server.ts';
import { hearLive } from './live.ts';

const made = (): QueryClient =>
  new QueryClient({
    defaultOptions: {
      queries: { retry: false, staleTime: Number.POSITIVE_INFINITY, refetchOnWindowFocus: false, networkMode: 'always' },
      mutations: { retry: false, networkMode: 'always' },
    },
  });

/** What the parts of a page know of the server, once for all of them. A question that fails is not asked again by itself: the page says so. */
export const known = made();
/** A page that is drawn on the server knows nothing of any other: there each drawing has a cache of its own, and what one was told no other shows. */
export const knownHere = (): QueryClient => (typeof window === 'undefined' ? made() : known);

/** Paths of which something has changed while they were being asked for. */
const changed = new Set<string>();

/** Asks for what a path shows, once at a time: what changes while an answer is on its way is asked for after it. */
export function askAgain(path: string): void {
  if (known.isFetching({ queryKey: [path] }) > 0) return void changed.add(path);
  void known.invalidateQueries({ queryKey: [path] }).finally(() => {
    if (changed.delete(path)) askAgain(path);
  });
}

interface Followed<S extends z.ZodType> {
  readonly schema: S;
  readonly path: string;
  /** As it came with the page. */
  readonly first: z.output<S>;
  readonly about: LiveTopic;
  /** Only changes of this camper; left out for all of them. */
  readonly camper?: string;
  /** False where nothing can change any more. */
  readonly follows?: boolean;
}

/** Something of the server that stays as it is there: asked for again when the stream of changes names it, and when somebody comes back to the page. */
export function useLive<S extends z.ZodType>({
  schema,
  path,
  first,
  about,
  camper,
  follows = true,
}: Followed<S>): DefinedUseQueryResult<z.output<S>, Error> {
  useEffect(() => {
    if (!follows) return;
    return hearLive((change) => {
      if (change && (change.about !== about || (camper !== undefined && change.camper !== null && change.camper !== camper)))
        return;
      askAgain(path);
    });
  }, [path, about, camper, follows]);
  return useQuery(
    { queryKey: [path], queryFn: () => askServer(schema, path, { method: 'GET' }), initialData: first },
    knownHere(),
  );
}
