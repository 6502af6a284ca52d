/** Printable part of a Letter page within the margins of `@page`, in CSS pixels; A4 is narrower by 22 and higher by 66. */
const PAGE = { width: 703, height: 965 } as const;
/** Sections do not break across pages, so a page is seldom filled to its end. */
const FILLED = 0.9;

/**
 * Makes a hand-out a little smaller when its words would run onto a third page: in steps, down to 60 %, measured at the
 * width of the narrower paper.
 */
export function fitTwoPages(article: HTMLElement): void {
  const room = article.parentElement!;
  const { width, maxWidth } = room.style;
  room.style.width = `${PAGE.width}px`;
  room.style.maxWidth = 'none';
  for (let zoom = 1; zoom >= 0.6; zoom -= 0.04) {
    article.style.setProperty('zoom', String(zoom));
    if (article.getBoundingClientRect().height <= 2 * FILLED * PAGE.height) break;
  }
  room.style.width = width;
  room.style.maxWidth = maxWidth;
}
