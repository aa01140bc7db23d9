import type { Filament } from '../api/client';

/** Mass of a length of strand, g. */
export function strandGrams(mm: number, filament: Filament): number {
  const mm3 = (mm * Math.PI * filament.diameterMm ** 2) / 4;
  return (mm3 / 1000) * filament.densityGCm3;
}
