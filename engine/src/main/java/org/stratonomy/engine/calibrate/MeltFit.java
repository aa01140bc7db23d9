package org.stratonomy.engine.calibrate;

import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;

/**
 * What a nozzle holds, from how far a {@link TestStrip} shows the filament before: a change takes
 * V<sub>p</sub> + V<sub>m</sub> × ln(1 / share left), and the share is another one from dark to
 * light than from light to dark; so two changes tell both volumes.
 *
 * @param meltMm3 V<sub>m</sub>, what mixes in the melt zone
 * @param plugMm3 V<sub>p</sub>, what comes out unmixed before
 * @param thereMm how far the first strip would show the filament before, with these volumes
 * @param backMm how far the second one would
 */
public record MeltFit(double meltMm3, double plugMm3, double thereMm, double backMm) {
  /** Logarithms of the shares must differ by this much to tell the volumes apart. */
  private static final double LEAST_DIFFERENCE = 0.5;

  private static final double MOST_MM3 = 1000;

  /**
   * If both numbers would make the unmixed volume less than nothing, it is taken as nothing, and
   * the melt zone as what fits both best by least squares.
   *
   * @param thereMm where the strip in the second filament is clean, from its beginning
   * @param backMm where the strip in the first filament is clean, from its beginning
   * @throws Problem if the filaments are too much alike, or no volumes make such numbers
   */
  public static MeltFit of(double thereMm, double backMm, Filament first, Filament second) {
    double there = PurgeVolumes.logOfShareLeft(first, second);
    double back = PurgeVolumes.logOfShareLeft(second, first);
    if (Math.abs(there - back) < LEAST_DIFFERENCE) {
      throw bad(
          "%s and %s need nearly the same in both directions, so what mixes cannot be computed."
              .formatted(first.name(), second.name()),
          "Print the strip with a dark and a light filament.");
    }
    if (!(thereMm > 0 && backMm > 0)) {
      throw bad("A strip is clean at no more than 0 mm.", "Give both lengths, each above 0 mm.");
    }
    double thereMm3 = thereMm * TestStrip.MM3_PER_MM;
    double backMm3 = backMm * TestStrip.MM3_PER_MM;
    double melt = (thereMm3 - backMm3) / (there - back);
    double plug = thereMm3 - melt * there;
    if (plug < 0) {
      plug = 0;
      melt = (thereMm3 * there + backMm3 * back) / (there * there + back * back);
    }
    if (melt < 1 || melt > MOST_MM3 || plug > MOST_MM3) {
      throw bad(
          "No nozzle makes %s mm and %s mm: %s should need more."
              .formatted(
                  Value.of(thereMm), Value.of(backMm), (there > back ? second : first).name()),
          "Read the strips again, and see that they are not exchanged.");
    }
    return new MeltFit(
        melt,
        plug,
        (plug + melt * there) / TestStrip.MM3_PER_MM,
        (plug + melt * back) / TestStrip.MM3_PER_MM);
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the test strip", reason, remedy);
  }
}
