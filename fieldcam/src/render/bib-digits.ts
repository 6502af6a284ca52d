/** Digits as strokes in a box 0.6 wide and 1 high (y up), so that a bib number stays sharp at any size. */
type Stroke = ReadonlyArray<readonly [number, number]>;
const arc = (cx: number, cy: number, rx: number, ry: number, from: number, to: number): Stroke =>
  Array.from({ length: 13 }, (_, i) => {
    const a = ((from + ((to - from) * i) / 12) * Math.PI) / 180;
    return [cx + rx * Math.cos(a), cy + ry * Math.sin(a)] as const;
  });
const STROKES: readonly Stroke[][] = [
  [arc(0.3, 0.5, 0.24, 0.44, 0, 360)],
  [
    [
      [0.12, 0.76],
      [0.34, 0.94],
      [0.34, 0.06],
    ],
  ],
  [[...arc(0.3, 0.7, 0.24, 0.24, 170, -40), [0.08, 0.06], [0.54, 0.06]]],
  [arc(0.28, 0.72, 0.22, 0.22, 150, -90), arc(0.28, 0.28, 0.25, 0.22, 90, -150)],
  [
    [
      [0.42, 0.06],
      [0.42, 0.94],
      [0.06, 0.34],
      [0.56, 0.34],
    ],
  ],
  [[[0.52, 0.94], [0.12, 0.94], [0.1, 0.54], ...arc(0.28, 0.32, 0.25, 0.26, 100, -150)]],
  [
    [[0.46, 0.92], ...arc(0.3, 0.32, 0.24, 0.26, 160, -200)],
    [
      [0.46, 0.92],
      [0.1, 0.5],
    ],
  ],
  [
    [
      [0.06, 0.94],
      [0.54, 0.94],
      [0.22, 0.06],
    ],
  ],
  [arc(0.3, 0.71, 0.2, 0.22, 0, 360), arc(0.3, 0.27, 0.24, 0.22, 0, 360)],
  [
    arc(0.3, 0.68, 0.23, 0.26, 0, 360),
    [
      [0.53, 0.66],
      [0.46, 0.06],
    ],
  ],
];

const toSegment = (x: number, y: number, a: readonly [number, number], b: readonly [number, number]): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const t = Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy);
};

const GRID = { columns: 96, rows: 64 };

/** Draws the number once into a small grid of coverage 0 to 1, and returns a reader over x, y in a box 1.5 wide, 1 high. */
export function bibNumber(bib: number): (x: number, y: number) => number {
  const digits = String(bib).slice(0, 2).split('').map(Number);
  const width = digits.length * 0.7 - 0.1;
  const cells = new Float32Array(GRID.columns * GRID.rows);
  for (let r = 0; r < GRID.rows; r++)
    for (let c = 0; c < GRID.columns; c++) {
      const x = ((c + 0.5) / GRID.columns - 0.5) * 1.5;
      const y = (r + 0.5) / GRID.rows;
      let nearest = 9;
      digits.forEach((digit, i) => {
        const left = -width / 2 + i * 0.7;
        for (const stroke of STROKES[digit]!)
          for (let k = 1; k < stroke.length; k++) nearest = Math.min(nearest, toSegment(x - left, y, stroke[k - 1]!, stroke[k]!));
      });
      cells[r * GRID.columns + c] = Math.max(0, Math.min(1, (0.085 - nearest) / 0.03));
    }
  return (x, y) => {
    const c = Math.floor((x / 1.5 + 0.5) * GRID.columns);
    const r = Math.floor(y * GRID.rows);
    if (c < 0 || r < 0 || c >= GRID.columns || r >= GRID.rows) return 0;
    return cells[r * GRID.columns + c]!;
  };
}
