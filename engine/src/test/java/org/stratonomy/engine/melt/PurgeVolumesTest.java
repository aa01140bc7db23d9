package org.stratonomy.engine.melt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.shelf.CieLab;

/** What a change of filament takes. */
class PurgeVolumesTest {
  private static final int CHALK = 1;
  private static final int SLATE = 2;
  private static final int FOG = 3;
  private static final int BLUE = 4;
  private static final int CHALK_AGAIN = 5;

  private static PurgeVolumes volumes(Purging purging) {
    List<String> slots = List.of("chalk", "slate", "fog", "harbour-blue", "chalk");
    Plan plan =
        new Plan("plan", "workshop-four", slots, List.of(), List.of(), List.of())
            .withPurging(purging);
    return new PurgeVolumes(plan, new Resolver(new Job(plan, ShelfReader.standard())));
  }

  @Test
  void darkFilamentShowsInALightOneSoonerThanTheOtherWayRound() {
    PurgeVolumes volumes = volumes(Purging.BY_ITSELF);
    assertThat(volumes.mm3(SLATE, CHALK)).isGreaterThan(volumes.mm3(CHALK, SLATE));
    assertThat(volumes.mm3(SLATE, CHALK)).isGreaterThan(volumes.mm3(FOG, CHALK));
  }

  @Test
  void theSameColourTakesNothing() {
    assertThat(volumes(Purging.BY_ITSELF).mm3(CHALK, CHALK_AGAIN)).isZero();
    assertThat(volumes(Purging.BY_ITSELF).mm3(CHALK, CHALK)).isZero();
  }

  @Test
  void theSumIsTheMeltZoneTimesTheLogarithmOfTheShare() {
    PurgeVolumes.Sum sum = volumes(Purging.BY_ITSELF).sum(SLATE, CHALK);
    assertThat(sum.shareLeft()).isBetween(0.0, 0.1);
    assertThat(sum.mm3()).isCloseTo(sum.meltMm3() * -Math.log(sum.shareLeft()), within(1e-9));
    assertThat(CieLab.mixed("#4d5863", "#ece7da", sum.shareLeft()).distance(CieLab.of("#ece7da")))
        .isCloseTo(PurgeVolumes.JUST_SEEN, within(1e-6));
  }

  @Test
  void anotherMaterialTakesMoreThanItsColourWould() {
    PurgeVolumes.Sum sum = volumes(Purging.BY_ITSELF).sum(SLATE, BLUE);
    assertThat(sum.byMaterial()).isTrue();
    assertThat(sum.shareLeft()).isEqualTo(PurgeVolumes.OTHER_MATERIAL);
  }

  /** However pure: even black and signal red mix until they are not seen. */
  @Property(tries = 300)
  void anyTwoColoursPurgeSomethingThatCanBePurged(
      @ForAll("colours") String before, @ForAll("colours") String after) {
    double share = PurgeVolumes.shareUnseen(before, after);
    assertThat(share).isGreaterThan(1e-4).isLessThanOrEqualTo(1);
    assertThat(CieLab.mixed(before, after, share).distance(CieLab.mixed(before, after, 0)))
        .isLessThanOrEqualTo(PurgeVolumes.JUST_SEEN + 1e-6);
  }

  @Provide
  Arbitrary<String> colours() {
    return Combinators.combine(part(), part(), part())
        .as((r, g, b) -> "#%02x%02x%02x".formatted(r, g, b));
  }

  private static Arbitrary<Integer> part() {
    return Arbitraries.oneOf(Arbitraries.of(0, 255), Arbitraries.integers().between(0, 255));
  }

  @Test
  void thePlanMayGiveAnotherVolume() {
    Purging own = new Purging(Optional.empty(), List.of(new Purging.Volume(SLATE, CHALK, 12)));
    PurgeVolumes.Sum sum = volumes(own).sum(SLATE, CHALK);
    assertThat(sum.mm3()).isEqualTo(12);
    assertThat(sum.given()).isTrue();
    assertThat(sum.computedMm3()).isGreaterThan(100);
    assertThat(volumes(own).sum(CHALK, SLATE).given()).isFalse();
  }
}
