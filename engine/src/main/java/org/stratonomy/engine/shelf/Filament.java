package org.stratonomy.engine.shelf;

import java.util.Arrays;

/**
 * What is on a spool.
 *
 * @param colour of the spool, as #rrggbb
 * @param densityGCm3 g/cm³
 * @param diameterMm of the strand
 * @param pricePerKg in its currency
 * @param currency as it is to be said behind costs; empty if it need not be said
 * @param nozzleC nozzle temperature, °C
 * @param bedC bed temperature, °C
 * @param fanPercent part cooling
 * @param maxFlow largest flow that melts, mm³/s
 * @param retractionMm how far the strand is drawn back before a travel
 * @param surfaces of beds that it holds on, with commas between them; empty for any
 * @param drying what it needs before it is printed, in words; empty for nothing
 */
public record Filament(
    String id,
    String name,
    String material,
    String colour,
    double densityGCm3,
    double diameterMm,
    double pricePerKg,
    String currency,
    double nozzleC,
    double bedC,
    double fanPercent,
    double maxFlow,
    double retractionMm,
    String surfaces,
    String drying) {

  /** The same, no faster than a nozzle melts it. */
  public Filament meltedBy(Machine.Nozzle nozzle) {
    return new Filament(
        id,
        name,
        material,
        colour,
        densityGCm3,
        diameterMm,
        pricePerKg,
        currency,
        nozzleC,
        bedC,
        fanPercent,
        Math.min(maxFlow, nozzle.maxFlow()),
        retractionMm,
        surfaces,
        drying);
  }

  /** Whether it holds on a surface; on one that is not known it may. */
  public boolean holdsOn(String surface) {
    return surface.isBlank()
        || surfaces.isBlank()
        || Arrays.stream(surfaces.split(","))
            .anyMatch(s -> s.strip().equalsIgnoreCase(surface.strip()));
  }

  /** Mass of a length of strand, g. */
  public double grams(double strandMm) {
    return strandMm * crossSectionMm2() / 1000 * densityGCm3;
  }

  /** Cross-section of the strand, mm². */
  public double crossSectionMm2() {
    return Math.PI * diameterMm * diameterMm / 4;
  }
}
