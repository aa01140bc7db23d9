package org.stratonomy.engine.shelf;

import java.util.List;
import java.util.stream.IntStream;

/**
 * Two filaments that flow into one nozzle together. A mix has a slot number like the filaments
 * themselves: theirs are 1 and 2, and {@value #BASE} and as much as the second one's share in
 * percent stands for a mix; so whatever tells filaments apart tells mixes apart, too.
 */
public final class FilamentMix {
  private static final int BASE = 100;

  private FilamentMix() {}

  /** Slots of all mixes, one for each percent. */
  public static IntStream all() {
    return IntStream.range(BASE + 1, BASE + 100);
  }

  public static boolean isMix(int slot) {
    return slot > BASE;
  }

  /**
   * @param own slot of a filament, or of a mix, which stays as it is
   * @param admixture of the other filament, %
   */
  public static int slot(int own, double admixture) {
    int percent = (int) Math.rint(admixture);
    if (percent == 0 || isMix(own)) {
      return own;
    }
    int second = own == 1 ? percent : 100 - percent;
    return switch (second) {
      case 0 -> 1;
      case 100 -> 2;
      default -> BASE + second;
    };
  }

  /** Share of the second filament, 0 to 1; any but the first one is taken for it. */
  public static double ofSecond(int slot) {
    return isMix(slot) ? (slot - BASE) / 100.0 : Math.min(slot - 1, 1);
  }

  /** Slots of the filaments that flow: of a mix the first two. */
  public static List<Integer> filaments(int slot) {
    return isMix(slot) ? List.of(1, 2) : List.of(slot);
  }

  /**
   * What comes out of the nozzle. Shares are of the length of strand; what is as hot as the hotter
   * one needs, melts as slowly as the slower one, and looks like pigments mixed.
   */
  public static Filament of(Filament first, Filament second, int slot) {
    double b = ofSecond(slot);
    double a = 1 - b;
    double area = a * first.crossSectionMm2() + b * second.crossSectionMm2();
    double share = a * first.crossSectionMm2() / area;
    double density = share * first.densityGCm3() + (1 - share) * second.densityGCm3();
    double byMass = share * first.densityGCm3() / density;
    boolean alike = first.material().equals(second.material());
    return new Filament(
        first.id() + "+" + second.id(),
        "%d %% %s, %d %% %s"
            .formatted(Math.round(100 * a), first.name(), Math.round(100 * b), second.name()),
        alike ? first.material() : first.material() + "/" + second.material(),
        CieLab.mixedHex(first.colour(), second.colour(), share),
        density,
        Math.sqrt(4 * area / Math.PI),
        byMass * first.pricePerKg() + (1 - byMass) * second.pricePerKg(),
        first.currency().equals(second.currency()) ? first.currency() : "",
        Math.max(first.nozzleC(), second.nozzleC()),
        Math.max(first.bedC(), second.bedC()),
        a * first.fanPercent() + b * second.fanPercent(),
        Math.min(first.maxFlow(), second.maxFlow()),
        Math.max(first.retractionMm(), second.retractionMm()),
        first.surfaces(),
        first.drying());
  }
}
