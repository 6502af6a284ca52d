import { useEffect, useRef, useState, type DragEvent } from 'react';
import { chosenFiles, droppedFiles, fileQueue, type QueueState } from './file-queue.ts';

const NONE: QueueState = { files: [], paused: false, stopped: null };

/** Files and folders that are brought from this page: the places to drop and to choose them, and how far each has come. */
export function useFileQueue() {
  const [state, setState] = useState<QueueState>(NONE);
  const [over, setOver] = useState(false);
  const queue = useRef<ReturnType<typeof fileQueue> | null>(null);
  const [folder, files] = [useRef<HTMLInputElement>(null), useRef<HTMLInputElement>(null)];
  useEffect(() => {
    const made = fileQueue(setState);
    queue.current = made;
    folder.current?.setAttribute('webkitdirectory', '');
    return () => made.end();
  }, [folder]);

  // What is on its way stops with the page: the browser asks first.
  const going = state.files.some((f) => f.state === 'waiting' || f.state === 'going');
  useEffect(() => {
    if (!going) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [going]);

  const input = (which: typeof folder, testId: string) => (
    <input
      ref={which}
      type="file"
      multiple
      hidden
      aria-hidden="true"
      tabIndex={-1}
      data-testid={testId}
      onChange={(e) => {
        void queue.current?.add(chosenFiles(e.target.files ?? []));
        e.target.value = '';
      }}
    />
  );
  return {
    state,
    over,
    going,
    chooseFolder: () => folder.current?.click(),
    chooseFiles: () => files.current?.click(),
    pause: (on: boolean) => queue.current?.pause(on),
    dismiss: (id: string) => queue.current?.dismiss(id),
    inputs: (
      <>
        {input(folder, 'tray-folder')}
        {input(files, 'tray-files')}
      </>
    ),
    place: {
      onDragOver: (event: DragEvent) => {
        event.preventDefault();
        setOver(true);
      },
      onDragLeave: (event: DragEvent) => {
        if (event.currentTarget === event.target) setOver(false);
      },
      onDrop: (event: DragEvent) => {
        event.preventDefault();
        setOver(false);
        void droppedFiles(event.dataTransfer).then((found) => queue.current?.add(found));
      },
    },
  };
}
export type FileQueue = ReturnType<typeof useFileQueue>;
