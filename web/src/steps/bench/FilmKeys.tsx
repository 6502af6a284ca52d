import { keysOf, type KeyContext } from './key-table.ts';

const SHOWN = [
  'one frame',
  'ten frames',
  'slow play',
  'other view',
  'next delivery',
  'key frames at a look',
  'check the found joints',
  'confirm the joints of this key frame',
  'choose a joint',
  'legs change sides',
  'arms change sides',
  'draw on this frame',
  'what is drawn',
  'choose a drawing',
  'twelve pixels',
  'two pixels',
  'take the last entry back',
  'another camper by bib or name',
  'these keys',
];

/** The keys that a coach needs most in what is in hand; the others stand under `?`. */
export function FilmKeys({ context }: { context: KeyContext }) {
  return (
    <p className="m-0 flex min-h-[32px] flex-wrap gap-x-4 gap-y-1 pb-[10px] text-fine text-soft">
      {keysOf(context)
        .filter((k) => SHOWN.includes(k.says))
        .map((k) => (
          <span key={k.says}>
            <kbd>{k.cap}</kbd> {k.says}
          </span>
        ))}
    </p>
  );
}
