package org.stratonomy.engine.schedule;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.melt.PigmentMix;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.stroke.Stroke;

/**
 * What the filament before a change still colours. The melt is the stirred volume of {@link
 * PurgeVolumes}: after a volume V of another filament or mix has flowed in, exp(−V / V<sub>m</sub>)
 * of what was there before is left; ahead of that comes what is in the nozzle, unmixed. It is
 * followed from stroke to stroke, through purging and through stops; where each filament has a
 * nozzle of its own, nothing bleeds, and by hand the nozzle is made clean at the change.
 */
public final class Bleed {
  /** Steps in which the colour goes over, in volumes of the melt. */
  private static final double STEP = 0.125;

  /** After this many volumes of the melt nothing is left of what was there before. */
  private static final double FORGOTTEN = 12;

  private final Machine machine;
  private final PigmentMix pigments;
  private final List<Run> runs = new ArrayList<>();

  /** Shares of the filaments in the melt, by slot. */
  private double[] melt;

  /** What has flowed in but is not in the melt yet: as much as comes out unmixed at a change. */
  private final Deque<Inflow> waiting = new ArrayDeque<>();

  private record Inflow(double[] shares, double mm3) {}

  /**
   * A run of a stroke in one colour; it reaches to the stroke's next run or to its end.
   *
   * @param stroke index in its layer
   * @param fromMm where on the stroke it begins
   * @param share of what does not belong there, 0 to 1; in the middle of the run
   * @param colour as it comes out, 0xrrggbb
   */
  public record Run(int stroke, double fromMm, double share, int colour) {}

  private Bleed(Resolver resolver) {
    machine = resolver.machine();
    pigments = new PigmentMix(resolver.colours());
  }

  /**
   * Where in a layer another colour is seen than that of the stroke's filament or mix.
   *
   * @param index of the layer, from 0
   */
  public static List<Run> of(Schedule schedule, Resolver resolver, int index) {
    if (resolver.machine().hasNozzles()) {
      return List.of();
    }
    Bleed bleed = new Bleed(resolver);
    int from = bleed.forgottenBefore(schedule, index);
    if (isOfOneFilament(schedule.layers().subList(from, index + 1))) {
      return List.of();
    }
    bleed.fillWith(bleed.pure(schedule.layers().get(from).entrySlot()));
    for (int i = from; i <= index; i++) {
      bleed.runs.clear();
      bleed.layer(schedule.layers().get(i));
    }
    return List.copyOf(bleed.runs);
  }

  /**
   * What comes out in another colour in each layer of a print.
   *
   * @return for each layer, from the bottom, what {@link #of} says of it
   */
  public static List<List<Run>> ofAll(Schedule schedule, Resolver resolver) {
    Bleed bleed = new Bleed(resolver);
    bleed.fillWith(bleed.pure(schedule.firstSlot()));
    List<List<Run>> all = new ArrayList<>();
    for (LayerSchedule layer : schedule.layers()) {
      bleed.runs.clear();
      bleed.layer(layer);
      all.add(List.copyOf(bleed.runs));
    }
    return all;
  }

  /** The first layer that what is in the melt at a later one may come from. */
  private int forgottenBefore(Schedule schedule, int index) {
    double volume = 0;
    int from = index;
    while (from > 0 && volume < machine.plugMm3() + FORGOTTEN * machine.meltMm3()) {
      from--;
      volume += schedule.layers().get(from).volumes().mm3();
    }
    return from;
  }

  private static boolean isOfOneFilament(List<LayerSchedule> layers) {
    int slot = layers.getFirst().entrySlot();
    return layers.stream().allMatch(layer -> layer.volumes().isOnly(slot));
  }

  private void layer(LayerSchedule layer) {
    List<Halt> halts = new ArrayList<>(layer.halts());
    for (int i = 0; i < layer.strokes().size(); i++) {
      Interruption.check(i);
      Stroke stroke = layer.strokes().get(i);
      double[] pure = pure(stroke.slot());
      if (!halts.isEmpty() && halts.getFirst().beforeStroke() == i) {
        boolean cleaned = halts.removeFirst().isColourChange() && !machine.changesByItself();
        if (cleaned) {
          fillWith(pure);
        }
      }
      stroke(i, stroke, pure);
    }
  }

  private void stroke(int index, Stroke stroke, double[] pure) {
    if (isAll(pure)) {
      return;
    }
    double step = STEP * machine.meltMm3() / stroke.crossSectionMm2();
    double length = stroke.path().lengthMm();
    double at = 0;
    boolean bleeds = false;
    while (at < length && isForeign(pure)) {
      bleeds = true;
      double mm = Math.min(step, length - at);
      flow(pure, mm / 2 * stroke.crossSectionMm2());
      runs.add(new Run(index, at, foreign(pure), pigments.rgb(melt)));
      flow(pure, mm / 2 * stroke.crossSectionMm2());
      at += mm;
    }
    if (bleeds && at < length) {
      runs.add(new Run(index, at, 0, pigments.rgb(pure)));
    }
    flow(pure, (length - at) * stroke.crossSectionMm2());
  }

  private void fillWith(double[] pure) {
    melt = pure.clone();
    waiting.clear();
    if (machine.plugMm3() > 0) {
      waiting.add(new Inflow(pure, machine.plugMm3()));
    }
  }

  /** Whether nothing else is in the nozzle, so that what flows in changes nothing. */
  private boolean isAll(double[] pure) {
    if (!Arrays.equals(melt, pure)) {
      return false;
    }
    for (Inflow inflow : waiting) {
      if (!Arrays.equals(inflow.shares, pure)) {
        return false;
      }
    }
    return true;
  }

  /** Whether another colour is seen, or will be before what flows in now comes out. */
  private boolean isForeign(double[] pure) {
    return pigments.isSeen(melt, pure)
        || waiting.stream().anyMatch(inflow -> pigments.isSeen(inflow.shares, pure));
  }

  /**
   * Lets filament flow in at one end, and as much out at the other. That what comes out unmixed
   * lies behind the melt and not before it makes no difference for what comes out when.
   */
  private void flow(double[] in, double mm3) {
    Inflow last = waiting.peekLast();
    boolean same = last != null && Arrays.equals(last.shares, in);
    waiting.addLast(new Inflow(in, same ? waiting.removeLast().mm3 + mm3 : mm3));
    for (double left = mm3; left > 0 && !waiting.isEmpty(); ) {
      Inflow first = waiting.removeFirst();
      double part = Math.min(left, first.mm3);
      mix(first.shares, part);
      left -= part;
      if (first.mm3 > part) {
        waiting.addFirst(new Inflow(first.shares, first.mm3 - part));
      }
    }
  }

  private void mix(double[] in, double mm3) {
    double left = Math.exp(-mm3 / machine.meltMm3());
    for (int i = 0; i < melt.length; i++) {
      melt[i] = in[i] + left * (melt[i] - in[i]);
    }
  }

  private double foreign(double[] pure) {
    double own = 0;
    for (int i = 0; i < melt.length; i++) {
      own += Math.min(melt[i], pure[i]);
    }
    return 1 - own;
  }

  private double[] pure(int slot) {
    double[] shares = new double[pigments.count()];
    if (FilamentMix.isMix(slot)) {
      shares[0] = 1 - FilamentMix.ofSecond(slot);
      shares[1] = FilamentMix.ofSecond(slot);
    } else {
      shares[slot - 1] = 1;
    }
    return shares;
  }
}
