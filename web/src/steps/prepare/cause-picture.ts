import { checkpointOfCode, type Sheet } from '@stride-chalk/core';

interface CauseNode {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
}
interface CauseArrow {
  readonly from: string;
  readonly to: string;
  readonly d: string;
  /** Which faults, and why. */
  readonly says: string;
}
export interface CausePictureShape {
  readonly width: number;
  readonly height: number;
  readonly phases: ReadonlyArray<{ readonly id: string; readonly name: string; readonly x: number }>;
  readonly nodes: readonly CauseNode[];
  readonly arrows: readonly CauseArrow[];
}

const COLUMN = 150;
const ROW = 92;
const BOX = { width: 112, height: 46 } as const;
const TOP = 52;

/**
 * The graph of causes laid along the chalk line: a column for each phase in the order of the delivery, in it the checkpoints that cause or follow. An
 * arrow stands for all that the sheet says between two checkpoints.
 */
export function causePicture(sheet: Sheet): CausePictureShape {
  const named = new Set(sheet.causes.flatMap((c) => [checkpointOfCode(c.cause), checkpointOfCode(c.effect)]));
  const phases = sheet.phases
    .map((p) => ({ ...p, own: sheet.checkpoints.filter((c) => c.phase === p.id && named.has(c.id)) }))
    .filter((p) => p.own.length > 0);
  const rows = Math.max(...phases.map((p) => p.own.length), 0);
  const nodes = phases.flatMap((p, column) =>
    p.own.map((c, row) => ({
      id: c.id,
      name: c.name,
      x: column * COLUMN + COLUMN / 2,
      // A short column stands in the middle of the long ones.
      y: TOP + (row + (rows - p.own.length) / 2) * ROW + ROW / 2,
    })),
  );
  const at = new Map(nodes.map((n) => [n.id, n]));
  const pairs = new Map<string, string[]>();
  for (const c of sheet.causes) {
    const key = `${checkpointOfCode(c.cause)} ${checkpointOfCode(c.effect)}`;
    pairs.set(key, [...(pairs.get(key) ?? []), `${c.cause} → ${c.effect}: ${c.why}`]);
  }
  const ends = [...pairs.keys()].map((key) => key.split(' ') as [string, string]);
  const arrows = [...pairs].map(([key, lines]): CauseArrow => {
    const [from, to] = key.split(' ') as [string, string];
    const outs = ends.filter(([f]) => f === from).map(([, t]) => at.get(t)!);
    const ins = ends.filter(([, t]) => t === to).map(([f]) => at.get(f)!);
    const [a, b] = [at.get(from)!, at.get(to)!];
    return { from, to, d: wayOf({ ...a, y: a.y + port(outs, b) }, { ...b, y: b.y + port(ins, a) }), says: lines.join('\n') };
  });
  return {
    width: phases.length * COLUMN,
    height: TOP + rows * ROW + 10,
    phases: phases.map((p, i) => ({ id: p.id, name: p.name, x: i * COLUMN + COLUMN / 2 })),
    nodes,
    arrows,
  };
}

/** Where at its side a box has the end of an arrow: those to higher boxes above those to lower ones. */
function port(others: readonly CauseNode[], one: CauseNode): number {
  const sorted = [...others].sort((a, b) => a.y - b.y || a.x - b.x);
  const room = BOX.height - 14;
  return sorted.length < 2 ? 0 : -room / 2 + (room * sorted.findIndex((o) => o.id === one.id)) / (sorted.length - 1);
}

/** A curve from one box to the other: out at the side of the plate, in at the side of the rubber; within a column round its side. */
function wayOf(a: CauseNode, b: CauseNode): string {
  const half = BOX.width / 2;
  if (Math.abs(a.x - b.x) < 1) {
    const side = a.x + half;
    return `M${side} ${a.y}C${side + 26} ${a.y} ${side + 26} ${b.y} ${side + 2} ${b.y}`;
  }
  const ahead = b.x > a.x;
  const [from, to] = ahead ? [a.x + half, b.x - half - 2] : [a.x - half, b.x + half + 2];
  const bend = (to - from) * 0.45;
  return `M${from} ${a.y}C${from + bend} ${a.y} ${to - bend} ${b.y} ${to} ${b.y}`;
}

export const CAUSE_BOX = BOX;
