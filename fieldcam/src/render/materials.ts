/** Surface kinds of the figure, in linear light (0 to 1 per channel). */
export const MATERIAL_IDS = [
  'skin',
  'jersey',
  'trim',
  'trousers',
  'belt',
  'sock',
  'shoe',
  'sole',
  'cap',
  'brim',
  'hair',
  'glove',
  'ball',
  'eyeWhite',
  'eye',
  'lip',
] as const;
export type MaterialName = (typeof MATERIAL_IDS)[number];
/** Index into MATERIAL_IDS. */
export type MaterialId = number;
export const materialId = (name: MaterialName): MaterialId => MATERIAL_IDS.indexOf(name);

export interface Material {
  readonly colour: readonly [number, number, number];
  readonly shine: number;
  readonly grain: number;
}

const linear = (hex: string): [number, number, number] => {
  const channel = (i: number): number => {
    const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return [channel(1), channel(3), channel(5)];
};

/** Shirt and sock, trousers, cap, brim. The first is the camp's own kit. */
const KITS = [
  ['#1f5d63', '#d8d3c6', '#174a50', '#a8482a'],
  ['#2b2d33', '#8d8f93', '#22242a', '#22242a'],
  ['#d9d4c8', '#d9d6cf', '#6d2430', '#6d2430'],
  ['#7c2f2a', '#4a4d52', '#2a2c30', '#7c2f2a'],
  ['#38486e', '#e6e2d8', '#2b3857', '#c9a24a'],
] as const;

/** Skin and hair differ from camper to camper; the camp's kit is the same for all who have no other. */
const SKINS = ['#d9a27c', '#8d5a3b', '#c08a63', '#6b4029', '#e2b08d', '#a8714b'];
const HAIRS = ['#3a2415', '#120d0a', '#5b3a1c', '#0f0c0a', '#8a5a2a', '#241710'];

export function materialsFor(look: number, kit = 0): Material[] {
  const [shirt, trousers, cap, brim] = KITS[kit % KITS.length]!;
  const skin = linear(SKINS[look % SKINS.length]!);
  const hair = linear(HAIRS[look % HAIRS.length]!);
  const table: Record<MaterialName, Material> = {
    skin: { colour: skin, shine: 0.1, grain: 0.03 },
    jersey: { colour: linear(shirt), shine: 0.04, grain: 0.09 },
    trim: { colour: linear('#efe6d2'), shine: 0.03, grain: 0.05 },
    trousers: { colour: linear(trousers), shine: 0.03, grain: 0.07 },
    belt: { colour: linear('#1b1512'), shine: 0.2, grain: 0.05 },
    sock: { colour: linear(shirt), shine: 0.02, grain: 0.12 },
    shoe: { colour: linear('#221b18'), shine: 0.16, grain: 0.1 },
    sole: { colour: linear('#e9e4d8'), shine: 0.05, grain: 0.03 },
    cap: { colour: linear(cap), shine: 0.04, grain: 0.06 },
    brim: { colour: linear(brim), shine: 0.05, grain: 0.05 },
    hair: { colour: hair, shine: 0.08, grain: 0.3 },
    glove: { colour: linear('#8a4f24'), shine: 0.12, grain: 0.2 },
    ball: { colour: linear('#f7f4ec'), shine: 0.06, grain: 0.02 },
    eyeWhite: { colour: linear('#f1ece4'), shine: 0.2, grain: 0 },
    eye: { colour: linear('#1c1512'), shine: 0.4, grain: 0 },
    lip: { colour: [skin[0] * 0.72, skin[1] * 0.5, skin[2] * 0.5], shine: 0.08, grain: 0 },
  };
  return MATERIAL_IDS.map((name) => table[name]);
}
