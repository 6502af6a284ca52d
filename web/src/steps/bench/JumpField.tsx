/** A frame by its number. */
export function JumpField({ frame, last, onJump }: { frame: number; last: number; onJump: (frame: number | null) => void }) {
  return (
    <form
      className="flex min-h-[32px] items-center gap-2 pb-[6px] text-small"
      onSubmit={(e) => {
        e.preventDefault();
        const text = new FormData(e.currentTarget).get('frame')?.toString() ?? '';
        onJump(/^\d+$/.test(text) ? Number(text) : null);
      }}
    >
      <label htmlFor="jump-frame">To frame</label>
      <input
        id="jump-frame"
        name="frame"
        autoFocus
        inputMode="numeric"
        autoComplete="off"
        placeholder={String(frame)}
        onKeyDown={(e) => e.key === 'Escape' && onJump(null)}
        onBlur={() => onJump(null)}
        className="tabular w-[90px] border-[1.5px] border-soft bg-paper px-2"
      />
      <span className="text-soft">0 to {last}</span>
    </form>
  );
}
