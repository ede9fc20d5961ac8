/** Metric values for the record, either system on the screen. */
export type Units = 'metric' | 'imperial';

const INCH = 0.0254;
const POUND = 0.45359237;

/** Stature in m as `172 cm` or `5 ft 8 in`. */
export function statureText(metres: number, units: Units): string {
  if (units === 'metric') return `${Math.round(metres * 100)} cm`;
  const inches = Math.round(metres / INCH);
  return `${Math.floor(inches / 12)} ft ${inches % 12} in`;
}
/** Mass in kg as `68 kg` or `150 lb`. */
export const massText = (kg: number, units: Units): string =>
  units === 'metric' ? `${Math.round(kg * 10) / 10} kg` : `${Math.round(kg / POUND)} lb`;

/** What a form shows for a stature in metres: cm, or inches. */
export const statureToForm = (metres: number, units: Units): number =>
  units === 'metric' ? Math.round(metres * 1000) / 10 : Math.round((metres / INCH) * 10) / 10;
export const statureFromForm = (value: number, units: Units): number =>
  Math.round((units === 'metric' ? value / 100 : value * INCH) * 10000) / 10000;
export const massToForm = (kg: number, units: Units): number =>
  Math.round((units === 'metric' ? kg : kg / POUND) * 10) / 10;
export const massFromForm = (value: number, units: Units): number =>
  Math.round((units === 'metric' ? value : value * POUND) * 100) / 100;
