import { LONGEST_LABEL } from '@stride-chalk/core';

/** What a label says. */
export function WordsField({ onSay }: { onSay: (text: string | null) => void }) {
  return (
    <form
      className="flex min-h-[32px] items-center gap-2 pb-[6px] text-small"
      onSubmit={(e) => {
        e.preventDefault();
        onSay(new FormData(e.currentTarget).get('words')?.toString() ?? null);
      }}
    >
      <label htmlFor="chalk-words">The label says</label>
      <input
        id="chalk-words"
        name="words"
        autoFocus
        autoComplete="off"
        maxLength={LONGEST_LABEL}
        onKeyDown={(e) => e.key === 'Escape' && onSay(null)}
        className="w-[min(340px,60vw)] border-[1.5px] border-soft bg-paper px-2"
      />
      <span className="text-soft">Enter</span>
    </form>
  );
}
