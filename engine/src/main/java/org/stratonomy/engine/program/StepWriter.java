package org.stratonomy.engine.program;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.program.Dialect.Part;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice;
import org.stratonomy.engine.settings.Choice.Extrusion;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.steps.StepVisitor;
import org.stratonomy.engine.steps.StepWalk;
import org.stratonomy.engine.steps.Timeline;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Writes steps in a machine's dialect: absolute positions to 0.001 mm, extrusion to 0.00001 mm
 * whose rounding is carried over, so that it never adds up. After every halt the whole modal state
 * is stated anew.
 */
final class StepWriter implements StepVisitor<IOException> {
  /** Millimetres, absolute positions, relative extrusion. */
  private static final String UNITS = "G21\nG90\nM83\n";

  private final GcodeText text;
  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final Schedule schedule;
  private final Ledger ledger;
  private final Dialect dialect;
  private final Optional<Timeline> progress;
  private final int stops;
  private final HeatWriter heat;
  private final MoveWriter moves;

  /** Where the lines at the start leave the nozzle, mm. */
  private double startZ;

  private int slot;
  private int stopNumber;

  StepWriter(
      GcodeText text,
      Plan plan,
      Resolver resolver,
      Schedule schedule,
      Timeline timeline,
      Ledger ledger) {
    this.text = text;
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.schedule = schedule;
    this.ledger = ledger;
    this.dialect = Dialect.of(machine);
    this.stops = schedule.stopCount(machine);
    this.progress =
        resolver.plan().choice(Choice.Progress.class) == Choice.Progress.BY_LAYER
            ? Optional.of(timeline)
            : Optional.empty();
    this.heat = new HeatWriter(text, machine);
    this.moves =
        new MoveWriter(
            text,
            schedule.travel(),
            resolver.plan().number(Setting.ARC_TOLERANCE),
            machine,
            resolver.plan().choice(Extrusion.class) == Extrusion.ABSOLUTE,
            ofSlot -> resolver.filament(ofSlot).crossSectionMm2());
  }

  @Override
  public void start(
      int first, double z, double nozzleC, double bedC, SortedMap<Integer, Double> nozzles)
      throws IOException {
    startZ = machine.belt().isPresent() ? StepWalk.START_Z_MM : z;
    heat.start(nozzleC, bedC, nozzles);
    moves.start(z);
    use(first);
    Map<String, Object> values = values().start(ledger, plan.name());
    text.add(dialect.text(Part.START, values));
    if (dialect.isOwn(Part.START)) {
      if (machine.changesByItself() && !machine.mixes()) {
        text.add("T").add(Integer.toString(slot - 1)).add('\n');
      }
      text.add("M204 S").add(values.get("acceleration").toString()).add('\n');
      text.add("M190 S").add(TemplateValues.number(heat.bedC())).add('\n');
      stateAnew();
      moves.forgetPlace();
    }
    moves.stateExtrusion();
    stateMix();
  }

  /** How much is done when a layer begins, and how long the rest takes. */
  @Override
  public void reach(int index) throws IOException {
    if (progress.isPresent()) {
      double done = progress.get().start(index);
      double all = progress.get().end();
      text.add("M73 P").add(Long.toString((long) (100 * done / all)));
      text.add(" R").add(Long.toString((long) Math.ceil((all - done) / 60))).add('\n');
    }
  }

  @Override
  public void layer(LayerSchedule layer, List<LayerStack.Part> begins) throws IOException {
    double z = layer.layer().top() + schedule.liftMm();
    text.add("; layer ").add(Integer.toString(layer.layer().number()));
    text.add(", z ").add(TemplateValues.number(z)).add('\n');
    for (LayerStack.Part part : begins) {
      Piece piece = plan.pieces().get(part.piece());
      int stratum = part.layer().stratum();
      if (!piece.strata().get(stratum).name().isBlank()) {
        text.add("; ").add(PlainText.cleaned(piece.name())).add(", ");
        text.add(PlainText.cleaned(piece.strata().text(stratum))).add('\n');
      }
    }
    moves.beginLayer();
  }

  @Override
  public void role(Role role) throws IOException {
    text.add("; ").add(role.label()).add('\n');
  }

  @Override
  public void retract() throws IOException {
    moves.retract();
  }

  @Override
  public void unretract() throws IOException {
    moves.unretract();
  }

  @Override
  public void wipe(Path path) throws IOException {
    moves.wipe(path);
  }

  @Override
  public void lift(double from, double to) throws IOException {
    moves.lift(to);
  }

  @Override
  public void travel(double x, double y, double length) throws IOException {
    moves.travel(x, y);
  }

  @Override
  public void go(BedPoint place, double length) throws IOException {
    moves.go(place);
  }

  @Override
  public void stroke(Stroke stroke, double speed) throws IOException {
    moves.stroke(stroke, speed);
  }

  @Override
  public void purge(double length, double speed) throws IOException {
    moves.purge(length, speed);
  }

  @Override
  public void dwell(double seconds) throws IOException {
    text.add("G4 P").add(Long.toString(Math.round(1000 * seconds))).add('\n');
  }

  @Override
  public void fan(double percent) throws IOException {
    heat.fan(percent);
  }

  @Override
  public void nozzle(double celsius) throws IOException {
    heat.nozzle(celsius, slot);
  }

  @Override
  public void waitingNozzle(int ofSlot, double celsius) throws IOException {
    heat.set(ofSlot, celsius);
  }

  @Override
  public void awaitNozzle(double beforeC, double celsius) throws IOException {
    heat.stateAnew(slot, HeatWriter.waitWord(beforeC, celsius));
  }

  @Override
  public void bed(double celsius) throws IOException {
    heat.bed(celsius);
  }

  @Override
  public void use(int ofSlot) {
    slot = ofSlot;
    if (machine.hasNozzles()) {
      moves.useNozzle(machine.nozzle(slot));
    }
  }

  @Override
  public void mix(int ofSlot) throws IOException {
    slot = ofSlot;
    stateMix();
  }

  private void stateMix() throws IOException {
    if (machine.mixes()) {
      text.add(dialect.text(Part.CHANGE, values().common()));
      if (dialect.isOwn(Part.CHANGE)) {
        text.add(UNITS);
        moves.stateExtrusion();
      }
    }
  }

  @Override
  public void leave(Aside why) throws IOException {
    if (why == Aside.COOLING) {
      text.add("; cools\n");
    }
  }

  @Override
  public void message(LayerSchedule layer, Halt halt, Stop stop) throws IOException {
    Map<String, Object> values = values().halt(layer, halt);
    values.put("note", PlainText.cleaned(stop.note()));
    text.add(dialect.text(Part.MESSAGE, values));
  }

  @Override
  public void commands(List<String> lines) throws IOException {
    text.add("; own commands\n");
    for (String line : lines) {
      text.add(PlainText.cleaned(line)).add('\n');
    }
    stateAnew();
    moves.stateExtrusion();
    stateMix();
    moves.forgetPlace();
    heat.forgetFan();
  }

  /** Waits, or has filament changed; afterwards the whole state is stated anew. */
  @Override
  public void await(Wait wait) throws IOException {
    Halt halt = wait.halt();
    Part how = wait.isChange() ? Part.CHANGE : Part.PAUSE;
    boolean byOperator = !wait.isChange() || !machine.changesByItself();
    Dialect used =
        halt.told().filter(_ -> byOperator).map(by -> Dialect.told(machine, by)).orElse(dialect);
    char waitWord = HeatWriter.waitWord(wait.duringC(), wait.goesOnC());
    Map<String, Object> values = values().halt(wait.layer(), halt);
    stopNumber++;
    heat.expect(wait.goesOnC());
    values.put("number", stopNumber);
    values.put("note", PlainText.cleaned(halt.note()));
    values.put("nozzleC", TemplateValues.number(wait.goesOnC()));
    values.put("waitWord", String.valueOf(waitWord));
    if (wait.isChange()) {
      values.put("tool", halt.toSlot() - 1);
    }
    if (wait.melts()) {
      String changing = TemplateValues.number(wait.duringC());
      values.put("changeC", changing);
      if (used.isOwn(how)) {
        text.add("M109 S").add(changing).add('\n');
      }
    }
    text.add(used.text(how, values));
    if (used.isOwn(how)) {
      text.add(UNITS);
      heat.stateAnew(wait.isChange() ? halt.toSlot() : slot, waitWord);
    }
    moves.stateExtrusion();
    stateMix();
    if (used.isOwn(how)) {
      moves.forgetPlace();
    } else {
      moves.forgetFeed();
    }
    heat.forgetFan();
  }

  @Override
  public void end(double z) throws IOException {
    text.add(dialect.text(Part.END, values().end(z)));
  }

  /** What templates may name at this point of the program. */
  private TemplateValues values() {
    return new TemplateValues(resolver, schedule, heat, slot, startZ, stops);
  }

  /** After lines that may have left the machine in any state. */
  private void stateAnew() throws IOException {
    text.add(UNITS);
    heat.stateAnew(slot, 'S');
  }
}
