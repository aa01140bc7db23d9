package org.stratonomy.engine;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.stratonomy.engine.adhesion.Raft;
import org.stratonomy.engine.adhesion.Skirt;
import org.stratonomy.engine.check.Checks;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.divide.Inserts;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PlanChecker;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.program.ProgramName;
import org.stratonomy.engine.program.ProgramWriter;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.schedule.Scheduler;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.steps.Timeline;
import org.stratonomy.engine.strata.HeightProfile;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.NearBedCheck;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.strata.SizeCorrection;

/**
 * The one door to the engine: a job goes in; layers, schedule, ledger, findings and the program
 * come out. Results of every stage are remembered layer by layer, so that after an edit only what
 * it touches is computed again. Safe to use from several threads.
 */
public final class Planner implements AutoCloseable {
  private final long memoBytes;
  private final Workers workers;
  private volatile Memo memo;

  /**
   * @param memoBytes memory for remembered results, roughly
   * @param threads how many layers are computed at once
   */
  public Planner(long memoBytes, int threads) {
    this.memoBytes = memoBytes;
    this.memo = new Memo(memoBytes);
    this.workers = new Workers(threads);
  }

  /** Forgets what is remembered, so that its memory is free. */
  public void forget() {
    memo = new Memo(memoBytes);
  }

  /**
   * Finds what is impossible about a plan, without computing toolpaths.
   *
   * @throws Problem for the first thing that is impossible
   */
  public LayerStack check(Job job, MeshSource meshes) {
    return withinMemory(() -> stack(job, meshes));
  }

  private LayerStack stack(Job job, MeshSource meshes) {
    PlanChecker.check(job);
    Resolver resolver = new Resolver(job);
    return LayerStack.of(job.plan(), place(resolver, job.plan(), meshes, memo), resolver);
  }

  /**
   * @throws Problem if the plan asks for something impossible or for more memory than there is, or
   *     the progress stops it
   */
  public PlanResult compute(Job job, MeshSource meshes, Progress progress) {
    return withinMemory(() -> result(job, meshes, progress));
  }

  /**
   * Does some work. If memory does not suffice for it, what is remembered is forgotten, so that
   * smaller work can go on.
   *
   * @throws Problem if it takes more memory than there is
   */
  private <T> T withinMemory(Supplier<T> work) {
    try {
      return work.get();
    } catch (OutOfMemoryError e) {
      forget();
      throw Problem.ofMemory(Problem.Kind.PLAN, "the plan");
    }
  }

  private PlanResult result(Job job, MeshSource meshes, Progress progress) {
    Plan plan = job.plan();
    Stages stages = stages(job, meshes);
    LayerStack stack = stages.stack;
    List<LayerPart> parts = parts(stack);
    workers.forEach(
        "outlines", parts, progress, part -> stages.sections.get(part.piece).get(part.index));
    List<HeightProfile> profiles = new ArrayList<>();
    for (int p = 0; p < stages.placed.size(); p++) {
      profiles.add(HeightProfile.of(stack.pieces().get(p), stages.sections.get(p)));
    }
    workers.forEach(
        "cells", parts, progress, part -> stages.cells.get(part.piece).of(layer(stack, part)));
    List<PieceLines> lines = stages.lines;
    workers.forEach(
        "toolpaths", parts, progress, part -> lines.get(part.piece).islands(layer(stack, part)));
    workers.forEach(
        "support", lines.size(), progress, p -> support(lines.get(p), stack.pieces().get(p)));
    List<List<LayerFlaws>> flaws =
        stack.pieces().stream()
            .<List<LayerFlaws>>map(
                p -> new ArrayList<>(Collections.nCopies(p.layers().size(), null)))
            .toList();
    workers.forEach(
        "flaws",
        parts,
        progress,
        part -> flaws.get(part.piece).set(part.index - 1, flaws(stages, part)));
    Schedule schedule =
        stages.scheduler.schedule(
            stages.skirt(),
            stages.raft(),
            (count, task) -> workers.forEach("order and time", count, progress, task));
    List<Supplier<List<Finding>>> checks =
        Checks.of(
            new Checks.Subject(
                plan,
                stages.resolver,
                stages.placed,
                stack,
                stages.sections,
                stages.inserts,
                stages.cells,
                lines,
                flaws,
                schedule));
    List<List<Finding>> found = new ArrayList<>(Collections.nCopies(checks.size(), List.of()));
    workers.forEach("findings", checks.size(), progress, i -> found.set(i, checks.get(i).get()));
    Timeline timeline = new Timeline(schedule, stages.resolver.machine());
    return new PlanResult(
        job,
        stages.resolver,
        stages.placed,
        stack,
        profiles,
        flaws,
        stages.cells,
        schedule,
        timeline,
        Ledger.of(schedule, stages.resolver, timeline),
        found.stream().flatMap(List::stream).sorted(Finding.WORST_FIRST).toList());
  }

  private static LayerFlaws flaws(Stages stages, LayerPart part) {
    PieceLayer layer = layer(stages.stack, part);
    return LayerFlaws.of(
        layer,
        stages.cells.get(part.piece).stratum(layer),
        stages.sections.get(part.piece),
        stages.lines.get(part.piece));
  }

  /**
   * One layer by itself, as fast as can be. Its lines are those of the whole plan's; only where the
   * head comes from, and with which filament it begins, may differ. What is computed is remembered
   * for the whole.
   *
   * @param height in the layer, or at its bottom, mm
   * @return nothing if there is no layer at that height
   * @throws Problem if the plan asks for something impossible
   */
  public Optional<LayerSchedule> preview(Job job, MeshSource meshes, double height) {
    return withinMemory(() -> layer(job, meshes, height));
  }

  private Optional<LayerSchedule> layer(Job job, MeshSource meshes, double height) {
    Stages stages = stages(job, meshes);
    return stages.stack.layers().stream()
        .filter(
            layer -> layer.bottom() <= height + Rounding.MM && layer.top() > height + Rounding.MM)
        .findFirst()
        .map(layer -> stages.scheduler.single(layer, stages::skirt, stages::raft));
  }

  /** The stages of a plan, of which nothing is computed yet but the layer stack. */
  private record Stages(
      Resolver resolver,
      List<PlacedPiece> placed,
      LayerStack stack,
      List<Sections> sections,
      List<Inserts> inserts,
      List<Cells> cells,
      List<PieceLines> lines,
      Scheduler scheduler) {

    /** The raft, if the plan wants one; the key of all that stands on it or the bed is its own. */
    Raft raft() {
      List<Area> standing = new ArrayList<>();
      Key.Builder key = Key.of("standing");
      for (Part part : firstParts()) {
        PieceLines piece = lines.get(part.piece());
        standing.add(piece.standing(part.layer()));
        key.add(piece.key(part.layer()));
      }
      return Raft.under(standing, key.build(), stack.raftLayers(), resolver.plan());
    }

    Skirt skirt() {
      Raft raft = raft();
      if (stack.raftLayers() > 0) {
        return Skirt.around(List.of(raft.area()), raft.key(), resolver.plan());
      }
      List<Area> footprints = new ArrayList<>();
      // Over a belt nothing goes around all pieces: the belt takes them on one by one.
      List<Part> parts = resolver.machine().belt().isPresent() ? List.of() : firstParts();
      for (Part part : parts) {
        footprints.add(lines.get(part.piece()).footprint(part.layer()));
      }
      return Skirt.around(footprints, raft.key(), resolver.plan());
    }

    /** The pieces' parts of their lowest layer. */
    private List<Part> firstParts() {
      return stack.size() == stack.raftLayers()
          ? List.of()
          : stack.layers().get(stack.raftLayers()).parts();
    }
  }

  private Stages stages(Job job, MeshSource meshes) {
    Memo known = memo;
    Plan plan = job.plan();
    PlanChecker.check(job);
    Resolver resolver = new Resolver(job);
    List<PlacedPiece> placed = place(resolver, plan, meshes, known);
    LayerStack stack = LayerStack.of(plan, placed, resolver);
    List<Sections> sections = new ArrayList<>();
    List<Inserts> inserts = new ArrayList<>();
    List<Cells> cells = new ArrayList<>();
    List<PieceLines> lines = new ArrayList<>();
    for (int p = 0; p < placed.size(); p++) {
      PieceStack piece = stack.pieces().get(p);
      Inserts cavities = new Inserts(placed.get(p), piece, meshes, known);
      inserts.add(cavities);
      sections.add(
          new Sections(
              placed.get(p), piece, cavities, SizeCorrection.ofLayers(piece, resolver), known));
      cells.add(new Cells(plan, placed.get(p), piece, sections.get(p), resolver, meshes, known));
      lines.add(new PieceLines(piece, sections.get(p), cells.get(p), known));
    }
    Scheduler scheduler = new Scheduler(plan, resolver, placed, stack, sections, lines, known);
    return new Stages(resolver, placed, stack, sections, inserts, cells, lines, scheduler);
  }

  /**
   * How the outlines of all pieces change over their height, without computing toolpaths; one
   * profile for each piece.
   *
   * @throws Problem if the plan asks for something impossible
   */
  public List<HeightProfile> profiles(Job job, MeshSource meshes) {
    return withinMemory(() -> outlines(job, meshes));
  }

  private List<HeightProfile> outlines(Job job, MeshSource meshes) {
    LayerStack stack = stack(job, meshes);
    Resolver resolver = new Resolver(job);
    Memo known = memo;
    List<PlacedPiece> placed = place(resolver, job.plan(), meshes, known);
    List<HeightProfile> profiles = new ArrayList<>();
    for (int p = 0; p < placed.size(); p++) {
      PieceStack piece = stack.pieces().get(p);
      Inserts cavities = new Inserts(placed.get(p), piece, meshes, known);
      List<SizeCorrection> sizes = SizeCorrection.ofLayers(piece, resolver);
      Sections sections = new Sections(placed.get(p), piece, cavities, sizes, known);
      profiles.add(HeightProfile.of(piece, sections));
    }
    return profiles;
  }

  /** Writes the machine's program. */
  public static void writeProgram(PlanResult result, OutputStream out) throws IOException {
    writeProgram(result, List.of(), Optional.empty(), out);
  }

  /**
   * Writes the machine's program.
   *
   * @param despite what is wrong with the plan, for the program to say
   * @param enclosed files that it may carry along; the plan's settings say which it does
   */
  public static void writeProgram(
      PlanResult result, List<String> despite, Optional<Enclosures> enclosed, OutputStream out)
      throws IOException {
    new ProgramWriter(
            result.plan(),
            result.resolver(),
            result.schedule(),
            result.timeline(),
            result.ledger(),
            despite,
            enclosed)
        .write(out);
  }

  /** A file name for the program that tells colours, material and nozzle. */
  public static String programName(PlanResult result) {
    return ProgramName.of(result.plan(), result.resolver(), result.schedule(), result.ledger());
  }

  private static List<PlacedPiece> place(
      Resolver resolver, Plan plan, MeshSource meshes, Memo memo) {
    Machine machine = resolver.machine();
    List<PlacedPiece> placed = new ArrayList<>();
    for (Piece piece : plan.pieces()) {
      PlacedPiece one = PlacedPiece.of(piece, meshes, machine.belt(), memo);
      NearBedCheck.check(one, machine);
      placed.add(one);
    }
    return placed;
  }

  private record LayerPart(int piece, int index) {}

  private static List<LayerPart> parts(LayerStack stack) {
    List<LayerPart> parts = new ArrayList<>();
    for (int p = 0; p < stack.pieces().size(); p++) {
      for (int i = 1; i <= stack.pieces().get(p).layers().size(); i++) {
        parts.add(new LayerPart(p, i));
      }
    }
    return parts;
  }

  private static PieceLayer layer(LayerStack stack, LayerPart part) {
    return stack.pieces().get(part.piece).layers().get(part.index - 1);
  }

  private static void support(PieceLines lines, PieceStack stack) {
    stack.layers().stream().limit(1).forEach(lines::support);
  }

  @Override
  public void close() {
    workers.close();
  }
}
