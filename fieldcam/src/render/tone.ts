const GAMMA = (() => {
  const table = new Uint8Array(4096);
  for (let i = 0; i < 4096; i++) {
    const x = (i / 4095) * 1.6;
    const mapped = Math.min(1, (x * (1 + x / 2.6)) / (1 + x * 0.82));
    table[i] = Math.round(255 * (mapped <= 0.0031308 ? 12.92 * mapped : 1.055 * mapped ** (1 / 2.4) - 0.055));
  }
  return table;
})();

/** Linear light to a byte of the picture. */
export const toByte = (linear: number): number => {
  const at = (linear / 1.6) * 4095 + 0.5;
  return GAMMA[at > 0 ? (at < 4095 ? at | 0 : 4095) : 0]!;
};

/** A byte of the picture as light, 0 to 1, for adding up what a shutter lets in. */
export const LIGHT_OF_BYTE = Float32Array.from({ length: 256 }, (_, i) => {
  const v = i / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});
const BYTE_OF_LIGHT = Uint8Array.from({ length: 8192 }, (_, i) => {
  const v = i / 8191;
  return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
});
export const byteOfLight = (light: number): number => BYTE_OF_LIGHT[Math.max(0, Math.min(8191, Math.round(light * 8191)))]!;
