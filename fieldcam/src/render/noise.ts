const hash = (x: number, y: number): number => {
  let h = (Math.imul(x, 374761393) + Math.imul(y, 668265263)) | 0;
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

/** Smooth value noise in 0 to 1, one cell per unit. */
export function valueNoise(x: number, y: number): number {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const fx = x - xi;
  const fy = y - yi;
  const u = fx * fx * (3 - 2 * fx);
  const v = fy * fy * (3 - 2 * fy);
  const a = hash(xi, yi) * (1 - u) + hash(xi + 1, yi) * u;
  const b = hash(xi, yi + 1) * (1 - u) + hash(xi + 1, yi + 1) * u;
  return a * (1 - v) + b * v;
}

/** Several octaves of value noise, 0 to 1. */
export function fractalNoise(x: number, y: number, octaves: number): number {
  let sum = 0;
  let weight = 0.5;
  let total = 0;
  let [u, v] = [x, y];
  for (let i = 0; i < octaves; i++) {
    sum += weight * valueNoise(u, v);
    total += weight;
    weight *= 0.55;
    u = u * 2.03 + 17.1;
    v = v * 2.03 + 9.7;
  }
  return sum / total;
}
