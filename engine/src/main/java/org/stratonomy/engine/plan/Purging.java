package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.shelf.BedPoint;

/**
 * What a plan says of purging besides its rules.
 *
 * @param tower where the middle of the purge tower stands; by itself beside the pieces if not given
 * @param volumes that are used instead of those that follow from the filaments
 */
public record Purging(Optional<BedPoint> tower, List<Volume> volumes) {
  /** Nothing that would not follow from the filaments and the pieces. */
  public static final Purging BY_ITSELF = new Purging(Optional.empty(), List.of());

  public Purging {
    volumes = List.copyOf(volumes);
  }

  /**
   * What a change takes.
   *
   * @param from slot of the filament that comes out
   * @param to slot of the filament that goes in
   */
  public record Volume(int from, int to, double mm3) {}

  public Purging withTower(Optional<BedPoint> changed) {
    return new Purging(changed, volumes);
  }

  /**
   * With a volume for a change in place of the one that was given for it.
   *
   * @param mm3 what follows from the filaments if not given
   */
  public Purging with(int from, int to, Optional<Double> mm3) {
    List<Volume> others =
        new ArrayList<>(volumes.stream().filter(v -> v.from != from || v.to != to).toList());
    mm3.ifPresent(volume -> others.add(new Volume(from, to, volume)));
    return new Purging(tower, others);
  }

  /** The volume that was given for a change, if one was. */
  public Optional<Volume> volume(int from, int to) {
    return volumes.stream().filter(v -> v.from == from && v.to == to).findFirst();
  }
}
