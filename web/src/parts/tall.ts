/** A height in the units of the camp: whole centimetres, or feet and whole inches. */
export function tall(centimetres: number, units: 'metric' | 'imperial'): string {
  if (units === 'metric') return `${Math.round(centimetres)} cm`;
  const inches = Math.round(centimetres / 2.54);
  return `${Math.floor(inches / 12)}'${inches % 12}"`;
}
