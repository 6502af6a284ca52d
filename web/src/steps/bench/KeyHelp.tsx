import { Action } from '../../parts/Action.tsx';
import { keysOf, type KeyContext } from './key-table.ts';

const PARTS: ReadonlyArray<readonly [KeyContext, string]> = [
  ['keyFrames', 'Key frames'],
  ['levels', 'Levels'],
  ['fault', 'What was seen?'],
  ['figures', 'Figures'],
  ['points', 'A point in hand'],
  ['strip', 'Key frames at a look'],
  ['joints', 'Joints in hand'],
  ['overview', 'All checkpoints'],
  ['chalk', 'Drawing on a frame'],
];

/** Every key of the bench, by what they speak to. */
export function KeyHelp({ onClose }: { onClose: () => void }) {
  const common = keysOf('keyFrames').filter((k) => keysOf('levels').some((l) => l.cap === k.cap && l.says === k.says));
  const own = (context: KeyContext) => keysOf(context).filter((k) => !common.some((c) => c.cap === k.cap && c.says === k.says));
  return (
    <section
      aria-label="Keys"
      data-testid="key-help"
      className="absolute inset-x-4 bottom-2 top-2 z-10 overflow-auto border-2 border-ink bg-paper px-5 py-3"
    >
      <header className="flex items-center justify-between">
        <h2 className="m-0 text-head">Keys</h2>
        <Action onClick={onClose}>
          Close <kbd>Esc</kbd>
        </Action>
      </header>
      <div className="columns-[240px] gap-6">
        <KeyList name="Everywhere" keys={common} />
        {PARTS.map(([context, name]) => (
          <KeyList key={context} name={name} keys={own(context)} />
        ))}
      </div>
    </section>
  );
}

function KeyList({ name, keys }: { name: string; keys: ReturnType<typeof keysOf> }) {
  return (
    <div className="break-inside-avoid pb-3">
      <h3 className="m-0 text-lead">{name}</h3>
      <dl className="m-0 grid grid-cols-[92px_1fr] gap-x-3 gap-y-[3px] text-small">
        {keys.map((k) => (
          <div key={k.cap + k.says} className="contents">
            <dt>
              <kbd>{k.cap}</kbd>
            </dt>
            <dd className="m-0">{k.says}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
