import { useEffect } from 'react';
import { proposalsSchema } from '@stride-chalk/core';
import { askAgain, useLive } from '../../parts/use-live.ts';
import type { BenchControl } from './bench-control.ts';
import type { BenchProps } from './types.ts';

/** What the computer proposes: key frames came with the page, joints are fetched after it, and what it finds meanwhile is there by itself. */
export function useProposals(
  { send }: Pick<BenchControl, 'send'>,
  { camper, proposals }: Pick<BenchProps, 'camper' | 'proposals'>,
): void {
  const path = `/api/campers/${camper.id}/proposals`;
  const { data } = useLive({
    ...{ schema: proposalsSchema, path, first: proposals, about: 'looks', camper: camper.id },
    follows: proposals.looksHere,
  });
  const found = proposals.looks.some((l) => l.state === 'found');
  useEffect(() => {
    if (found) askAgain(path);
  }, [found, path]);
  useEffect(() => send({ type: 'proposals', proposals: data }), [send, data]);
}
