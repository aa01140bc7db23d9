package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.merge.Halt;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Schedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Timeline;
import org.stratonomy.engine.merge.Travel;
import org.stratonomy.engine.plan.Machine;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.program.Dialect.Part;
import org.stratonomy.engine.strata.LayerStack;

/**
 * Writes a schedule as a machine program (G-code): absolute positions to 0.001 mm, relative
 * extrusion to 0.00001 mm whose rounding is carried over, so that it never adds up.
 *
 * <p>Every stop lifts before it moves sideways, and states the whole modal state afterwards.
 */
public final class ProgramWriter {
  /** Where the start template leaves the nozzle, unless the print begins higher. */
  private static final double START_Z_MM = 5;

  /** Millimetres, from the machine's zero; strand by how much more. */
  private static final String UNITS = "G21\nG90\nM83\n";

  private final Plan plan;
  private final Resolver resolver;
  private final Machine machine;
  private final Schedule schedule;
  private final Ledger ledger;
  private final Dialect dialect;
  private final List<String> despite;
  private final Optional<Enclosures> enclosed;
  private final Optional<Timeline> progress;
  private final int stops;

  private GcodeText text;
  private MoveWriter moves;
  private HeatWriter heat;
  private int slot;
  private int stopNumber;

  /** The stratum of each piece that was begun last. */
  private final Map<Integer, Integer> begun = new HashMap<>();

  /** Top of the pieces that stand already, mm. */
  private double standingMm;

  /**
   * @param despite what is wrong with the plan, for the program to say
   * @param enclosed files that the program may carry along
   */
  public ProgramWriter(
      Plan plan,
      Resolver resolver,
      Schedule schedule,
      Ledger ledger,
      List<String> despite,
      Optional<Enclosures> enclosed) {
    this.despite = List.copyOf(despite);
    this.enclosed = enclosed;
    this.plan = plan;
    this.resolver = resolver;
    this.machine = resolver.machine();
    this.schedule = schedule;
    this.ledger = ledger;
    this.dialect = Dialect.of(machine);
    this.stops = schedule.stopCount(machine);
    this.progress =
        resolver.plan().choice(Setting.PROGRESS).equals("by layer")
            ? Optional.of(new Timeline(schedule, machine))
            : Optional.empty();
  }

  public void write(OutputStream out) throws IOException {
    text = new GcodeText(out);
    heat = new HeatWriter(text, schedule, machine);
    moves =
        new MoveWriter(
            text,
            schedule.travel(),
            startZ(),
            resolver.plan().number(Setting.ARC_TOLERANCE),
            machine,
            resolver.plan().choice(Setting.EXTRUSION).equals("absolute"),
            ofSlot -> resolver.filament(ofSlot).crossSectionMm2());
    use(schedule.firstSlot());
    start();
    double[] standing = schedule.standingMm();
    for (int i = 0; i < standing.length; i++) {
      standingMm = standing[i];
      if (schedule.beginsPiece(i) && standingMm > 0) {
        moves.retract();
        moves.lift(liftedZ(0));
      }
      tellProgress(i);
      layer(schedule.layers().get(i));
    }
    end();
    boolean hasPlan = resolver.plan().choice(Setting.PROGRAM_PLAN).equals("with its models");
    if (hasPlan && enclosed.isPresent()) {
      text.add(enclosed.get().planText());
    }
    text.flush();
  }

  /** How much is done when a layer begins, and how long the rest takes. */
  private void tellProgress(int layer) throws IOException {
    if (progress.isPresent()) {
      double done = progress.get().start(layer);
      double all = progress.get().end();
      text.add("M73 P").add(Long.toString((long) (100 * done / all)));
      text.add(" R").add(Long.toString((long) Math.ceil((all - done) / 60))).add('\n');
    }
  }

  private void start() throws IOException {
    Map<String, Object> values = values().start(ledger, plan.name());
    for (String error : despite) {
      text.add("; written despite: ").add(PlainText.cleaned(error)).add('\n');
    }
    boolean hasPicture = resolver.plan().choice(Setting.PROGRAM_PICTURE).equals("small");
    if (hasPicture && enclosed.isPresent()) {
      text.add(enclosed.get().pictureText());
    }
    text.add(dialect.text(Part.START, values));
    if (dialect.isOwn(Part.START)) {
      if (machine.changesByItself() && !machine.mixes()) {
        text.add("T").add(Integer.toString(slot - 1)).add('\n');
      }
      text.add("M204 S").add(values.get("acceleration").toString()).add('\n');
      text.add("M190 S").add(TemplateValues.number(heat.bedC())).add('\n');
      stateAnew(slot);
      moves.forgetPlace();
    }
    moves.stateExtrusion();
    stateMix();
  }

  /** Height of the nozzle after the start: above the first line, mm. */
  private double startZ() {
    if (machine.belt().isPresent()) {
      return 0;
    }
    double first =
        schedule.layers().stream()
            .filter(layer -> !layer.strokes().isEmpty())
            .mapToDouble(layer -> z(layer.layer().top()))
            .findFirst()
            .orElse(0);
    return Math.max(START_Z_MM, first + schedule.travel().liftMm());
  }

  /** From now on a slot is printed from. */
  private void use(int ofSlot) {
    slot = ofSlot;
    if (machine.hasNozzles()) {
      moves.useNozzle(slot, machine.nozzle(slot));
    }
  }

  private void end() throws IOException {
    moves.retract();
    text.add(dialect.text(Part.END, values().end(liftedZ(machine.parkLiftMm()))));
  }

  /** What templates may name at this point of the program. */
  private TemplateValues values() {
    double start = machine.belt().isPresent() ? START_Z_MM : startZ();
    return new TemplateValues(resolver, schedule, heat, slot, start, stops);
  }

  private void layer(LayerSchedule layer) throws IOException {
    List<Stroke> strokes = layer.strokes();
    if (strokes.isEmpty()) {
      return;
    }
    heat.bed(layer.layer().number());
    text.add("; layer ").add(Integer.toString(layer.layer().number()));
    text.add(", z ").add(TemplateValues.number(z(layer.layer().top()))).add('\n');
    strata(layer);
    moves.beginLayer();
    List<Halt> halts = new ArrayList<>(layer.halts());
    Stroke before = null;
    Role role = null;
    for (int i = 0; i < strokes.size(); i++) {
      Stroke stroke = strokes.get(i);
      Travel way = layer.order().travels().get(i);
      if (!halts.isEmpty() && halts.getFirst().beforeStroke() == i) {
        halt(layer, halts.removeFirst(), stroke);
        before = null;
        way = Travel.RETRACTED;
      }
      heat.others();
      mixOf(stroke);
      if (heat.waitsFor(stroke)) {
        awaitHeat(before, stroke);
        before = null;
        way = Travel.RETRACTED;
      } else {
        heat.nozzle(stroke, slot);
      }
      heat.fan(stroke);
      moves.travel(before, way, stroke, z(layer.layer().top()));
      if (stroke.role() != role) {
        role = stroke.role();
        text.add("; ").add(role.label()).add('\n');
      }
      moves.stroke(stroke, layer.speed(stroke));
      before = stroke;
    }
    cool(layer.time().waitSeconds());
  }

  /** Names the strata that begin with a layer. */
  private void strata(LayerSchedule layer) throws IOException {
    for (LayerStack.Part part : layer.layer().parts()) {
      Piece piece = plan.pieces().get(part.piece());
      int stratum = part.layer().stratum();
      boolean begins = !Integer.valueOf(stratum).equals(begun.put(part.piece(), stratum));
      if (begins && !piece.strata().get(stratum).name().isBlank()) {
        text.add("; ").add(PlainText.cleaned(piece.name())).add(", ");
        text.add(PlainText.cleaned(piece.strata().text(stratum))).add('\n');
      }
    }
  }

  /** Parks until the nozzle has reached the temperature of a stroke. */
  private void awaitHeat(Stroke before, Stroke next) throws IOException {
    double beforeC = heat.nozzleC();
    if (before != null) {
      moves.wipe(before);
    }
    moves.retract();
    heat.nozzle(next, slot);
    park(machine.parkLiftMm(), machine.park());
    heat.await(beforeC, slot);
  }

  /** Waits aside, so that the layer cools; the way there and back is part of the wait. */
  private void cool(double seconds) throws IOException {
    if (seconds == 0) {
      return;
    }
    double still =
        Math.max(0, seconds - 2 * moves.wayTo(machine.park()) / schedule.travel().speed());
    text.add("; cools\n");
    park(machine.parkLiftMm(), machine.park());
    text.add("G4 P").add(Long.toString(Math.round(1000 * still))).add('\n');
  }

  /** Retracts, lifts, and only then travels to where the head waits. */
  private void park(double liftMm, Purging.Place place) throws IOException {
    moves.retract();
    moves.lift(liftedZ(liftMm));
    moves.go(place);
  }

  /** Writes the shares of a mixing nozzle when they change. */
  private void mixOf(Stroke stroke) throws IOException {
    if (machine.mixes() && stroke.slot() != slot) {
      slot = stroke.slot();
      stateMix();
    }
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

  private void halt(LayerSchedule layer, Halt halt, Stroke next) throws IOException {
    Map<String, Object> values = values().halt(layer, halt);
    for (Stop stop : halt.stops()) {
      if (stop.kind() == Stop.Kind.MESSAGE) {
        values.put("note", PlainText.cleaned(stop.note()));
        text.add(dialect.text(Part.MESSAGE, values));
      }
    }
    commands(halt);
    values.put("note", PlainText.cleaned(halt.note()));
    Dialect told = halt.told().map(how -> Dialect.told(machine, how)).orElse(dialect);
    if (halt.waitsApart(machine)) {
      double goesOn = halt.goesOnC(machine, heat.nozzleC(), next.nozzleC());
      goesOnWith(goesOn, halt.waitingC().orElse(heat.nozzleC()), values);
      stop(halt, values, told, Part.PAUSE);
    }
    if (halt.isColourChange()) {
      double changing = halt.changingC(machine, heat.nozzleC(), next.nozzleC());
      boolean heats = changing > heat.nozzleC() && !machine.hasNozzles();
      values.put("changeC", heats ? TemplateValues.number(changing) : "");
      goesOnWith(next.nozzleC(), changing, values);
      values.put("tool", halt.toSlot() - 1);
      stop(halt, values, machine.changesByItself() ? dialect : told, Part.CHANGE);
      use(halt.toSlot());
    }
    if (halt.purgeMm() > 0) {
      moves.purge(halt.purgeMm(), Halt.PURGE_SPEED);
    }
  }

  /** Sets the temperature that the lines of a halt leave the nozzle at. */
  private void goesOnWith(double celsius, double beforeC, Map<String, Object> values) {
    heat.expect(celsius);
    values.put("nozzleC", TemplateValues.number(celsius));
    values.put("waitWord", String.valueOf(HeatWriter.waitWord(beforeC, celsius)));
  }

  /** Goes aside and waits, or has filament changed; afterwards nothing is taken for granted. */
  private void stop(Halt halt, Map<String, Object> values, Dialect told, Part how)
      throws IOException {
    stopNumber++;
    values.put("number", stopNumber);
    park(halt.liftMm(machine), halt.park(machine));
    String changing = String.valueOf(values.get("changeC"));
    if (told.isOwn(how) && !changing.isEmpty()) {
      text.add("M109 S").add(changing).add('\n');
    }
    text.add(told.text(how, values));
    if (told.isOwn(how)) {
      text.add(UNITS);
      heat.stateAnew(
          how == Part.CHANGE ? halt.toSlot() : slot, values.get("waitWord").toString().charAt(0));
    }
    moves.stateExtrusion();
    stateMix();
    if (told.isOwn(how)) {
      moves.forgetPlace();
    } else {
      moves.forgetFeed();
    }
    heat.forgetFan();
  }

  /** The planner's own commands, which may do anything: all is stated anew after them. */
  private void commands(Halt halt) throws IOException {
    List<String> lines =
        halt.stops().stream()
            .filter(stop -> stop.kind() == Stop.Kind.COMMANDS)
            .flatMap(stop -> stop.commands().stream())
            .toList();
    if (lines.isEmpty()) {
      return;
    }
    moves.retract();
    moves.lift(liftedZ(machine.parkLiftMm()));
    text.add("; own commands\n");
    for (String line : lines) {
      text.add(PlainText.cleaned(line)).add('\n');
    }
    stateAnew(slot);
    moves.stateExtrusion();
    stateMix();
    moves.forgetPlace();
    heat.forgetFan();
  }

  /** After lines that may have left the machine in any state. */
  private void stateAnew(int ofSlot) throws IOException {
    text.add(UNITS);
    heat.stateAnew(ofSlot, 'S');
  }

  /** The machine's height for a height of the plan, mm. */
  private double z(double height) {
    return height + schedule.liftMm();
  }

  /** The machine's height so far above the nozzle, and above all pieces that stand already, mm. */
  private double liftedZ(double lift) {
    double over = standingMm > 0 ? z(standingMm + Schedule.OVER_PIECES_MM) : 0;
    double most =
        machine.belt().isPresent()
            ? Double.POSITIVE_INFINITY
            : machine.heightMm() + machine.parkLiftMm();
    return Math.min(Math.max(moves.z() + lift, over), most);
  }
}
