import { Action } from '../../parts/Action.tsx';
import type { DateAnswers, DateOrder } from '@stride-chalk/core';

const ORDERS: ReadonlyArray<readonly [DateOrder, string]> = [
  ['dayFirst', 'Day first: 25/12/14'],
  ['monthFirst', 'Month first: 12/25/14'],
  ['yearFirst', 'Year first: 14-12-25'],
];
const EPOCHS: ReadonlyArray<readonly [1900 | 1904, string]> = [
  [1900, 'From 1900: 41998 is 25 December 2014'],
  [1904, 'From 1904: 40536 is 25 December 2014'],
];

/** How dates that can be read in several ways are written in this file: asked, never guessed. */
export function DateOrderQuestion({
  askedOrder,
  askedEpoch,
  dates,
  onAnswer,
}: {
  askedOrder: number;
  askedEpoch: number;
  dates: DateAnswers;
  onAnswer: (dates: Partial<DateAnswers>) => void;
}) {
  return (
    <>
      {(askedOrder > 0 || dates.order) && (
        <Question
          name="Order of dates"
          asked={askedOrder}
          words="can be read in several ways. How are dates written in this file?"
          choices={ORDERS}
          chosen={dates.order}
          onChoose={(order) => onAnswer({ order })}
        />
      )}
      {(askedEpoch > 0 || dates.epoch) && (
        <Question
          name="Day numbers"
          asked={askedEpoch}
          words="stand as a bare day number. From which year does this file count? Look at a camper whose birth date you know."
          choices={EPOCHS}
          chosen={dates.epoch}
          onChoose={(epoch) => onAnswer({ epoch })}
        />
      )}
    </>
  );
}

function Question<C extends string | number>({
  name,
  asked,
  words,
  choices,
  chosen,
  onChoose,
}: {
  name: string;
  asked: number;
  words: string;
  choices: ReadonlyArray<readonly [C, string]>;
  chosen: C | null;
  onChoose: (choice: C) => void;
}) {
  return (
    <section aria-label={name} className="mt-5 flex flex-wrap items-center gap-3 border-2 border-ink bg-paper px-4 py-3">
      <span className="text-body">
        {asked > 0 ? (
          <>
            <b>{asked}</b> {asked === 1 ? 'row' : 'rows'}: dates that {words}
          </>
        ) : (
          'Dates are read'
        )}
      </span>
      {choices.map(([choice, label]) => (
        <Action key={choice} aria-pressed={chosen === choice} main={chosen === choice} onClick={() => onChoose(choice)}>
          {label}
        </Action>
      ))}
    </section>
  );
}
