import { POINTS_OF, SHAPES, type Shape } from '@stride-chalk/core';
import { ArrowUpRight, Circle, Minus, PencilLine, Triangle, Type, X } from 'lucide-react';
import { Action } from '../../parts/Action.tsx';
import type { BenchControl } from './bench-control.ts';
import { chalkInHand, deliveryOf, filmsOf, strokesOn } from './bench-selectors.ts';
import { strokeInWords } from './entry-place.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';

const TOOLS: Readonly<Record<Shape, readonly [string, typeof Minus, string]>> = {
  line: ['Line', Minus, 'one end, then the other'],
  arrow: ['Arrow', ArrowUpRight, 'where it begins, then its tip'],
  ring: ['Ring', Circle, 'its middle, then a place on it'],
  angle: ['Angle', Triangle, 'one end, the corner, the other end'],
  label: ['Label', Type, 'its place, then what it says'],
  freehand: ['Freehand', PencilLine, 'the way of the hand; by keys point after point, ⇧ ↵ ends it'],
};

/** What can be drawn on the frame in hand, what is drawn there, and where it goes. */
export function ChalkPanel({ bench }: { bench: BenchControl }) {
  const { world, state, send } = bench;
  const hand = chalkInHand(world, state);
  const film = filmsOf(world, state).find((f) => f.id === hand?.clipId);
  if (!hand || !film) return null;
  const here = strokesOn(state.data, hand.clipId, hand.frame);
  const elsewhere = [
    ...new Set(state.data.strokes.filter((s) => s.clipId === hand.clipId && s.frame !== hand.frame).map((s) => s.frame)),
  ].sort((a, b) => a - b);
  const file = `/api/clips/${hand.clipId}`;
  const of = POINTS_OF[hand.shape][0];
  return (
    <section aria-label="Chalk" data-testid="chalk" className="grid min-h-0 content-start overflow-auto">
      <header className="flex items-center justify-between gap-3 border-b border-rule px-[18px] py-3">
        <div>
          <h2 className="m-0 text-head">Draw on frame {hand.frame}</h2>
          <p className="m-0 text-small text-soft">
            {VIEW_NAMES[film.view]}, delivery {deliveryOf(world, state)?.number ?? '?'}
          </p>
        </div>
        <Action onClick={() => send({ type: 'layer', on: 'leave' })}>
          Done <kbd>Esc</kbd>
        </Action>
      </header>
      <div role="group" aria-label="What is drawn" className="grid grid-cols-3 border-b border-rule">
        {SHAPES.map((shape, i) => {
          const [name, Icon] = TOOLS[shape];
          const on = hand.shape === shape;
          return (
            <button
              key={shape}
              type="button"
              aria-pressed={on}
              onClick={(e) => {
                e.currentTarget.blur();
                send({ type: 'shape', shape });
              }}
              className={`grid min-h-[64px] grid-cols-[auto_1fr_auto] items-center gap-2 border-0 border-b border-e border-rule px-3 text-start text-small ${on ? 'bg-ink text-bone' : 'bg-transparent text-ink'}`}
            >
              <Icon size={20} aria-hidden />
              {name}
              <span className={`sign text-note ${on ? 'text-bone' : 'text-soft'}`}>{i + 1}</span>
            </button>
          );
        })}
      </div>
      <p className="m-0 border-b border-rule px-[18px] py-3 text-small" data-testid="chalk-next">
        <b>
          {of > 1 && hand.shape !== 'freehand' ? `Point ${Math.min(hand.points.length + 1, of)} of ${of}` : TOOLS[hand.shape][0]}
        </b>
        : {TOOLS[hand.shape][2]}. Press on the film; or arrows move the cross and Enter sets it.
        {hand.shape === 'angle' && (
          <> Its value is that of the picture, with the error of a hand; a figure is measured under Figures.</>
        )}
      </p>
      {here.length > 0 && (
        <ul className="m-0 list-none p-0" aria-label="Drawn on this frame">
          {here.map((s) => (
            <li
              key={s.stroke}
              className={`flex items-center justify-between gap-3 border-b border-rule px-[18px] py-[6px] text-small ${s.stroke === hand.chosen ? 'bg-wash' : ''}`}
            >
              <span>{capital(strokeInWords(s))}</span>
              <button
                type="button"
                aria-label={`Take off ${strokeInWords(s)}`}
                onClick={() => send({ type: 'dropStroke', stroke: s.stroke })}
                className="grid min-h-[32px] min-w-[32px] place-items-center border-0 bg-transparent text-ink"
              >
                <X size={18} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      {elsewhere.length > 0 && (
        <p className="m-0 border-b border-rule px-[18px] py-3 text-small">
          Drawn on too:{' '}
          {elsewhere.map((frame) => (
            <button
              key={frame}
              type="button"
              onClick={(e) => {
                e.currentTarget.blur();
                send({ type: 'frame', frame });
              }}
              className="me-2 min-h-[32px] border border-rule bg-transparent px-2 text-small text-ink"
            >
              frame {frame}
            </button>
          ))}
        </p>
      )}
      <div className="px-[18px] py-3 text-small">
        <p className="m-0 mb-2">On a key frame of a focus it stands on the hand-out, too. Take along:</p>
        <p className="m-0 flex flex-wrap gap-2">
          <a className="quiet-action" href={`${file}/chalk/${hand.frame}.png`}>
            Picture (PNG)
          </a>
          <a className="quiet-action" href={`${file}/chalk/${hand.frame}.svg`}>
            Drawing (SVG)
          </a>
          <a className="quiet-action" href={`${file}/chalk-line.mp4`}>
            Film with its chalk line (MP4)
          </a>
        </p>
      </div>
    </section>
  );
}

const capital = (words: string): string => `${words[0]!.toUpperCase()}${words.slice(1)}`;
