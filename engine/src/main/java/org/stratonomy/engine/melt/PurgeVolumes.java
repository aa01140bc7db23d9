package org.stratonomy.engine.melt;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.CieLab;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;

/**
 * How much filament must flow through the nozzle after a change until the one before is not seen
 * any more. First what is in the nozzle comes out as it is, a volume V<sub>p</sub>. The melt is a
 * stirred volume V<sub>m</sub>: after a volume V more has flowed, the share exp(−V / V<sub>m</sub>)
 * of it is still the filament before. What is mixed looks like pigments mixed: its reflectance is
 * the geometric mean of both, weighted by their shares, so that a little dark filament shows in a
 * light one sooner than the other way round. The share may be so large that the colour differs by
 * {@value #JUST_SEEN} from the pure one, and between different materials no larger than {@value
 * #OTHER_MATERIAL}, because what is left of the other one weakens the part.
 *
 * <p>Where each filament has a nozzle of its own nothing mixes; a nozzle that waited pushes out
 * what it lost meanwhile.
 */
public final class PurgeVolumes {
  /** Colour difference that is just seen. */
  static final double JUST_SEEN = 2;

  /** Largest share of another material that is left. */
  static final double OTHER_MATERIAL = 0.02;

  private static final int STEPS = 60;

  private record ColourChange(String before, String after) {}

  /** Shares by colours: they are asked for with every result, and depend on nothing else. */
  private static final Cache<ColourChange, Double> UNSEEN =
      Caffeine.newBuilder().maximumSize(10_000).build();

  private final Resolver resolver;
  private final Purging own;
  private final Map<FilamentChange, Sum> known = new ConcurrentHashMap<>();

  public PurgeVolumes(Plan plan, Resolver resolver) {
    this.resolver = resolver;
    this.own = plan.purging();
  }

  /**
   * The sum behind a volume.
   *
   * @param mixes whether both filaments go through one nozzle; if not, what follows of the melt
   *     does not count, and the volume is what a nozzle that waited pushes out
   * @param meltMm3 what the melt zone of the machine holds
   * @param plugMm3 what comes out unmixed before; 0 if nothing needs to come out
   * @param shareLeft how much of the filament before may be left
   * @param byMaterial whether the materials decide that and not the colours
   * @param computedMm3 unmixed + melt zone × ln(1 / share left)
   * @param given whether the plan gives another volume
   * @param mm3 what is purged
   */
  public record Sum(
      boolean mixes,
      double meltMm3,
      double plugMm3,
      double shareLeft,
      boolean byMaterial,
      double computedMm3,
      boolean given,
      double mm3) {}

  /**
   * @param from slot of the filament that comes out
   * @param to slot of the filament that goes in
   */
  public Sum sum(int from, int to) {
    return known.computeIfAbsent(new FilamentChange(from, to), this::find);
  }

  private Sum find(FilamentChange change) {
    int from = change.from();
    int to = change.to();
    Machine machine = resolver.machine();
    double melt = machine.meltMm3();
    Optional<Purging.Volume> volume = own.volume(from, to);
    if (machine.changer() instanceof Changer.Nozzles nozzles) {
      double prime = from == to ? 0 : nozzles.primeMm3();
      double mm3 = volume.map(Purging.Volume::mm3).orElse(prime);
      return new Sum(false, melt, 0, 1, false, prime, volume.isPresent(), mm3);
    }
    Filament before = resolver.filament(from);
    Filament after = resolver.filament(to);
    double share = from == to ? 1 : shareLeft(before, after);
    boolean byMaterial = from != to && share < shareUnseen(before.colour(), after.colour());
    double plug = share < 1 ? machine.plugMm3() : 0;
    double computed = plug + melt * Math.log(1 / share);
    double mm3 = volume.map(Purging.Volume::mm3).orElse(computed);
    return new Sum(true, melt, plug, share, byMaterial, computed, volume.isPresent(), mm3);
  }

  /** mm³ that a change takes. */
  public double mm3(int from, int to) {
    return sum(from, to).mm3();
  }

  /** ln(1 / share left) for a change from one filament to another in one nozzle. */
  public static double logOfShareLeft(Filament before, Filament after) {
    return Math.log(1 / shareLeft(before, after));
  }

  /** The largest share of one filament in another one that neither is seen nor weakens it. */
  static double shareLeft(Filament before, Filament after) {
    double byColour = shareUnseen(before.colour(), after.colour());
    return before.material().equals(after.material())
        ? byColour
        : Math.min(byColour, OTHER_MATERIAL);
  }

  /** The largest share of one colour in another one that is not seen, 0 to 1. */
  static double shareUnseen(String before, String after) {
    return UNSEEN.get(new ColourChange(before, after), PurgeVolumes::findUnseen);
  }

  private static double findUnseen(ColourChange change) {
    String before = change.before;
    String after = change.after;
    // Not the colour as it is written: no filament is as black as black can be said to be.
    CieLab pure = CieLab.mixed(before, after, 0);
    double low = 0;
    double high = 1;
    if (CieLab.mixed(before, after, 1).distance(pure) <= JUST_SEEN) {
      return 1;
    }
    for (int i = 0; i < STEPS; i++) {
      double middle = (low + high) / 2;
      if (CieLab.mixed(before, after, middle).distance(pure) <= JUST_SEEN) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low;
  }
}
