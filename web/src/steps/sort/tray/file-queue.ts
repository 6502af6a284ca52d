import { v7 } from 'uuid';
import { bringBytes, meant } from '../../../parts/bring-film.ts';
import { shelfOf } from '../../../parts/device-store.ts';
import { campHeaders, pageCamp } from '../../../parts/page-camp.ts';

/** A file of a folder as the browser hands it over. */
export interface FolderFile {
  readonly file: File;
  /** The folder in which it lies, from the one that was dropped on. */
  readonly folder: string;
}

/** A file on its way to the server. */
export interface Going {
  readonly id: string;
  readonly name: string;
  readonly folder: string;
  readonly bytes: number;
  /** Share that has arrived, 0 to 1. */
  readonly share: number;
  /** Why it was not taken, in words; null while nothing says so. */
  readonly refused: string | null;
  readonly state: 'waiting' | 'going' | 'there' | 'refused';
}

export interface QueueState {
  readonly files: readonly Going[];
  readonly paused: boolean;
  /** Why nothing goes on just now: the server does not answer, or has no room; null where it does. */
  readonly stopped: string | null;
}

/** How long the queue waits before it asks a server that has not answered, in milliseconds. */
const AGAIN = 3_000;
/** Files that go at once: more than one, so that the line is never idle between two. */
const AT_ONCE = 2;

const WHY = {
  network: 'The server does not answer. What has arrived stays; it goes on by itself.',
  'server full': 'The disk of the server is full. Make room there; it goes on by itself.',
  throw: 'Something is still on its way.',
} as const;

/** Under which id a file of this device was begun: chosen once more after the page was closed, it goes on where it was. */
const begun = () => shelfOf<{ readonly id: string; readonly upload: string }>('dropped-files');
const keyOf = ({ file, folder }: FolderFile): string => [pageCamp(), folder, file.name, file.size, file.lastModified].join('|');

/** Files on their way, one after the other, until the page is left: what has arrived of each stays on the server. */
export function fileQueue(onChange: (state: QueueState) => void) {
  const waiting: Array<FolderFile & { readonly id: string }> = [];
  const files = new Map<string, Going>();
  const under = new Map<string, AbortController>();
  let paused = false;
  let stopped: string | null = null;
  let told = 0;

  const tell = (): void => {
    told = 0;
    onChange({ files: [...files.values()], paused, stopped });
  };
  /** Told at the next drawing: parts arrive faster than anybody sees. */
  const soon = (): void => {
    if (told === 0) told = requestAnimationFrame(tell);
  };
  const set = (id: string, change: Partial<Going>): void => {
    const known = files.get(id);
    if (known) files.set(id, { ...known, ...change });
    soon();
  };

  async function send(one: FolderFile & { readonly id: string }): Promise<void> {
    const abort = new AbortController();
    under.set(one.id, abort);
    set(one.id, { state: 'going' });
    const sent = (await tellFile(one, abort.signal)) ?? (await bring(one, abort.signal));
    under.delete(one.id);
    if (sent.is === 'taken') {
      stopped = null;
      set(one.id, { state: 'there', share: 1 });
    } else if (sent.is === 'refused') set(one.id, { state: 'refused', refused: sent.message });
    else {
      waiting.unshift(one);
      set(one.id, { state: 'waiting' });
      if (paused) return;
      // Held up by hand and let go on since: nothing is wrong with the server.
      if (abort.signal.aborted) return run();
      stopped = sent.is === 'signed out' ? 'You were signed out. Sign in again, then drop the folder once more.' : WHY[sent.why];
      soon();
      setTimeout(run, AGAIN);
      return;
    }
    run();
  }

  async function bring(one: FolderFile & { readonly id: string }, signal: AbortSignal) {
    const bytes = { id: one.id, bytes: one.file, camp: pageCamp(), metadata: { id: one.id } };
    const brought = await bringBytes(bytes, (share) => set(one.id, { share }), signal);
    return brought ?? (await tellFile(one, signal)) ?? ({ is: 'later', why: 'network' } as const);
  }

  function run(): void {
    while (!paused && under.size < AT_ONCE) {
      const one = waiting.shift();
      if (!one) return;
      void send(one);
    }
  }

  return {
    async add(more: readonly FolderFile[]): Promise<void> {
      const known = new Map(
        (
          await begun()
            .all()
            .catch(() => [])
        ).map((b) => [b.id, b.upload]),
      );
      for (const one of more) {
        const id = known.get(keyOf(one)) ?? v7();
        if (files.has(id) && files.get(id)!.state !== 'refused') continue;
        await begun()
          .put({ id: keyOf(one), upload: id })
          .catch(() => undefined);
        files.set(id, {
          ...{ id, name: one.file.name, folder: one.folder, bytes: one.file.size, share: 0, refused: null, state: 'waiting' },
        });
        waiting.push({ ...one, id });
      }
      soon();
      run();
    },
    pause(on: boolean): void {
      paused = on;
      if (on) for (const abort of under.values()) abort.abort();
      soon();
      run();
    },
    /** Forgets what was refused. */
    dismiss(id: string): void {
      files.delete(id);
      soon();
    },
    /** Ends with the page. */
    end(): void {
      paused = true;
      cancelAnimationFrame(told);
      for (const abort of under.values()) abort.abort();
    },
  };
}

/** Says what a file is called; null where its bytes are still missing. */
async function tellFile({ id, file, folder }: FolderFile & { readonly id: string }, signal: AbortSignal) {
  try {
    const answer = await fetch(`/api/dropped-files/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', ...campHeaders(pageCamp()) },
      body: JSON.stringify({
        ...{ fileName: file.name.slice(-1000), folder: folder.slice(-1000), bytes: file.size },
        modifiedAt: new Date(file.lastModified).toISOString(),
      }),
      signal,
    });
    return answer.ok ? ({ is: 'taken' } as const) : meant(answer.status, await answer.text());
  } catch {
    return { is: 'later', why: 'network' } as const;
  }
}

/** Names of files that only the system of a computer or a camera knows. */
const isHidden = (name: string): boolean => name.startsWith('.') || /^(thumbs\.db|desktop\.ini)$/i.test(name);

/** Files that were chosen, with the folders in which they lie. */
export const chosenFiles = (list: Iterable<File>): FolderFile[] =>
  [...list]
    .map((file) => ({ file, folder: file.webkitRelativePath.split('/').slice(0, -1).join('/') }))
    .filter(({ file }) => !isHidden(file.name) && file.size > 0);

/** Files and whole folders that were dropped, whatever lies in them. */
export async function droppedFiles(transfer: DataTransfer): Promise<FolderFile[]> {
  // Asked for at once: after the first wait the browser has forgotten them.
  const entries = [...transfer.items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  if (entries.length === 0) return chosenFiles(transfer.files);
  const found: FolderFile[] = [];
  const walk = async (entry: FileSystemEntry, folder: string): Promise<void> => {
    if (isHidden(entry.name)) return;
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
      if (file.size > 0) found.push({ file, folder });
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    const below = folder === '' ? entry.name : `${folder}/${entry.name}`;
    // A browser hands over a hundred at a time.
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
      if (some.length === 0) return;
      for (const one of some) await walk(one, below);
    }
  };
  for (const entry of entries) await walk(entry, '');
  return found;
}
