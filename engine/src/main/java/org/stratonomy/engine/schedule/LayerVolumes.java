package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.stroke.Stroke;

/** How much strokes lay, and how fast at most, by what they are printed for, role and filament. */
public record LayerVolumes(List<Share> shares) implements Memo.Sized {

  /**
   * @param slot of the filament, from 1; or a mix
   * @param mostFlow at which one of its strokes is laid, mm³/s
   */
  public record Share(PrintedFor origin, Role role, int slot, double mm3, double mostFlow) {}

  /** Of all strokes together. */
  public double mm3() {
    return shares.stream().mapToDouble(Share::mm3).sum();
  }

  /** Whether nothing is laid but filament of one slot. */
  public boolean isOnly(int slot) {
    return shares.stream().allMatch(share -> share.slot == slot);
  }

  public boolean has(Role role) {
    return shares.stream().anyMatch(share -> share.role == role);
  }

  public static LayerVolumes of(List<Stroke> strokes) {
    List<Sum> sums = new ArrayList<>();
    Sum at = null;
    for (Stroke stroke : strokes) {
      at = at != null && at.has(stroke) ? at : sum(sums, stroke);
      at.add(stroke);
    }
    return new LayerVolumes(sums.stream().map(Sum::share).toList());
  }

  private static Sum sum(List<Sum> sums, Stroke stroke) {
    for (Sum sum : sums) {
      if (sum.has(stroke)) {
        return sum;
      }
    }
    sums.add(new Sum(stroke));
    return sums.getLast();
  }

  private static final class Sum {
    private final Stroke first;
    private double mm3;
    private double mostFlow;

    Sum(Stroke first) {
      this.first = first;
    }

    boolean has(Stroke stroke) {
      return first.countsWith(stroke);
    }

    void add(Stroke stroke) {
      mm3 += stroke.volumeMm3();
      mostFlow = Math.max(mostFlow, stroke.flowMm3PerS());
    }

    Share share() {
      return new Share(first.origin(), first.role(), first.slot(), mm3, mostFlow);
    }
  }

  @Override
  public int weight() {
    return 56 * shares.size() + 32;
  }
}
