import { v7 } from 'uuid';
import { RefusedEntries } from '../../parts/RefusedEntries.tsx';
import { useAwake } from '../../parts/use-awake.ts';
import { useStillShown } from '../../parts/use-still-shown.ts';
import { BenchFoot } from './BenchFoot.tsx';
import { BenchHeader } from './BenchHeader.tsx';
import { BenchLine } from './BenchLine.tsx';
import { activeOf, frameIn } from './bench-selectors.ts';
import { placeOf } from './entry-place.ts';
import { FilmKeys } from './FilmKeys.tsx';
import { FilmPair } from './FilmPair.tsx';
import { JumpField } from './JumpField.tsx';
import { contextOf } from './key-table.ts';
import { KeyHelp } from './KeyHelp.tsx';
import { useBench } from './use-bench.ts';
import { useBenchKeys } from './use-bench-keys.ts';
import { useFilmsReady } from './use-films-ready.ts';
import { OverviewPanel } from './OverviewPanel.tsx';
import { StripView } from './StripView.tsx';
import { useProposals } from './use-proposals.ts';
import { useSlowPlay } from './use-slow-play.ts';
import { WordsField } from './WordsField.tsx';
import { WorkPanel } from './WorkPanel.tsx';
import type { BenchProps, Task } from './types.ts';

const TASKS: ReadonlyArray<readonly [Task, string, string]> = [
  ['keyFrames', 'Key frames', 'T'],
  ['levels', 'Levels', 'S'],
  ['across', 'Across', 'X'],
  ['figures', 'Figures', 'G'],
];

/** The bench: two films on one chalk line, key frames, figures and levels, all on the keyboard. */
export function Bench(props: BenchProps) {
  const bench = useBench(props);
  useBenchKeys(bench, props);
  useSlowPlay(bench);
  useStillShown(props.camper.id, true);
  useFilmsReady(props);
  useProposals(bench, props);
  const awake = useAwake();
  const { camper } = props;
  const { world, state, send } = bench;
  const { task } = state;
  const active = activeOf(world, state);
  return (
    <div
      data-awake={awake}
      className="grid h-full min-h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr] lg:h-dvh lg:min-h-0 lg:grid-rows-[52px_1fr]"
    >
      <BenchHeader bench={bench} props={props} />

      <main className="bench-main relative grid min-h-0 grid-cols-[1fr_396px] max-[1023px]:grid-cols-1">
        <section
          aria-label="Film"
          className="relative grid min-h-0 min-w-0 grid-rows-[1fr_auto] ps-4 pt-[14px] max-[1023px]:contents"
        >
          <FilmPair bench={bench} props={props} />
          {state.layer === 'overview' && <OverviewPanel bench={bench} props={props} />}
          {state.layer === 'keys' && <KeyHelp onClose={() => send({ type: 'layer', on: 'done' })} />}
          <div className="pe-4 pt-2 max-[1023px]:px-3">
            <BenchLine bench={bench} />
            {camper.sore && (
              <p className="care-band m-0 mb-2 px-[14px] py-[7px] text-small">
                <b>Arm care.</b> Bib {camper.bib} has a sore arm: no throwing. Film that is there may be scored.
              </p>
            )}
            {state.layer === 'frame' && active ? (
              <JumpField
                key={active.film.id}
                frame={frameIn(world, state, active)}
                last={active.time.frameCount - 1}
                onJump={(frame) => {
                  if (frame !== null) send({ type: 'frame', frame });
                  send({ type: 'layer', on: 'done' });
                }}
              />
            ) : state.layer === 'words' ? (
              <WordsField onSay={(text) => send({ type: 'label', text, stroke: v7() })} />
            ) : (
              <FilmKeys context={contextOf(state.layer, task)} />
            )}
          </div>
        </section>
        {state.layer === 'strip' && <StripView bench={bench} bib={`${props.practice ? 'P' : ''}${camper.bib}`} />}
        <aside
          aria-label="Work"
          className="grid min-h-0 grid-rows-[auto_auto_1fr_auto_auto] border-s-2 border-ink bg-paper max-[1023px]:border-s-0 max-[1023px]:border-t-2"
        >
          <div role="group" aria-label="What to do" className="grid grid-cols-4 border-b border-rule">
            {TASKS.map(([id, name, key]) => (
              <button
                key={id}
                type="button"
                aria-pressed={task === id}
                onClick={() => send({ type: 'task', task: id })}
                className={`sign min-h-[40px] border-0 border-e border-rule text-note font-medium last:border-e-0 ${task === id ? 'bg-ink text-bone' : 'bg-transparent text-ink'}`}
              >
                {name} <span className={task === id ? 'text-bone' : 'text-soft'}>{key}</span>
              </button>
            ))}
          </div>
          <p
            role="status"
            data-testid="said"
            className={state.said ? 'm-0 border-b border-rule bg-wash px-[18px] py-2 text-small' : 'm-0'}
          >
            {state.said}
          </p>
          <WorkPanel bench={bench} props={props} />
          <div className="max-h-[220px] overflow-auto">
            <RefusedEntries
              refused={bench.news.refused}
              wordsOf={(entry) => placeOf(entry, props).words}
              onRetry={bench.refused.retry}
              onDrop={bench.refused.drop}
            />
          </div>
          <BenchFoot bench={bench} />
        </aside>
      </main>
    </div>
  );
}
