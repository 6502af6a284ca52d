/** The keys that hold for every task. */
export function FilmKeys() {
  return (
    <p className="m-0 flex min-h-[32px] flex-wrap gap-x-4 gap-y-1 pb-[10px] text-[13.5px] text-soft">
      <span>
        <kbd>←</kbd> <kbd>→</kbd> frame
      </span>
      <span>
        <kbd>⇧</kbd> ten
      </span>
      <span>
        <kbd>Space</kbd> slow
      </span>
      <span>
        <kbd>V</kbd> other view
      </span>
      <span>
        <kbd>J</kbd> to a frame
      </span>
      <span>
        <kbd>D</kbd> next delivery
      </span>
      <span>
        <kbd>U</kbd> undo
      </span>
      <span>
        <kbd>B</kbd> bib
      </span>
    </p>
  );
}
