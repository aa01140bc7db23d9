package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice.EnclosedPicture;
import org.stratonomy.engine.settings.Choice.EnclosedPlan;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.steps.StepWalk;
import org.stratonomy.engine.steps.Timeline;

/** Writes a schedule as a machine program (G-code), with the files that it may carry along. */
public final class ProgramWriter {
  private final Plan plan;
  private final Resolver resolver;
  private final Schedule schedule;
  private final Timeline timeline;
  private final Ledger ledger;
  private final List<String> despite;
  private final Optional<Enclosures> enclosed;

  /**
   * @param despite what is wrong with the plan, for the program to say
   * @param enclosed files that the program may carry along
   */
  public ProgramWriter(
      Plan plan,
      Resolver resolver,
      Schedule schedule,
      Timeline timeline,
      Ledger ledger,
      List<String> despite,
      Optional<Enclosures> enclosed) {
    this.plan = plan;
    this.resolver = resolver;
    this.schedule = schedule;
    this.timeline = timeline;
    this.ledger = ledger;
    this.despite = List.copyOf(despite);
    this.enclosed = enclosed;
  }

  public void write(OutputStream out) throws IOException {
    GcodeText text = new GcodeText(out);
    Settings says = resolver.plan();
    for (String error : despite) {
      text.add("; written despite: ").add(PlainText.cleaned(error)).add('\n');
    }
    if (enclosed.isPresent() && says.choice(EnclosedPicture.class) == EnclosedPicture.SMALL) {
      text.add(enclosed.get().pictureText());
    }
    StepWalk.tell(
        schedule,
        resolver.machine(),
        new StepWriter(text, plan, resolver, schedule, timeline, ledger));
    if (enclosed.isPresent() && says.choice(EnclosedPlan.class) == EnclosedPlan.WITH_ITS_MODELS) {
      text.add(enclosed.get().planText());
    }
    text.flush();
  }
}
