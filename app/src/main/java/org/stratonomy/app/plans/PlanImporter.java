package org.stratonomy.app.plans;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.edit.BodyEditor;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.io.Archive;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import org.stratonomy.engine.mesh.shape.Shape;
import org.stratonomy.engine.place.CommonOrigin;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FreeId;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;

/** Makes plans of dropped files: meshes become pieces on the bed, a .strat file its own plan. */
@Service
public class PlanImporter {
  /** Room between pieces that are put on the bed one after the other, mm. */
  private static final double SPACING_MM = 10;

  /** Loaded in a new plan, as far as the shelf has them. */
  private static final List<String> FIRST_SLOTS = List.of("chalk", "slate", "kelp", "buoy-red");

  private static final int FEW = 4;

  /** So many new pieces are named in the history. */
  private static final int MOST_NAMED = 3;

  private final PlanService plans;
  private final MeshService meshes;
  private final ShelfService shelf;

  PlanImporter(PlanService plans, MeshService meshes, ShelfService shelf) {
    this.plans = plans;
    this.meshes = meshes;
    this.shelf = shelf;
  }

  /** A file as it was dropped. */
  public record Dropped(String name, byte[] content) {}

  /**
   * @param together whether the meshes of all files become the bodies of one piece
   * @throws Problem for the first file that cannot be used; nothing is kept of the plan then
   */
  public PlanState create(List<Dropped> files, boolean together) throws IOException {
    if (files.size() == 1 && holdsPlan(files.getFirst())) {
      Archive.Budget budget = new Archive.Budget();
      return create(read(files.getFirst(), budget), budget);
    }
    Machine machine = shelf.now().machines().getFirst();
    Plan empty =
        new Plan(
            stem(files.getFirst().name()),
            machine.id(),
            firstSlots(),
            List.of(),
            List.of(),
            List.of());
    Job job = new Job(empty, shelf.now());
    return plans.create(new Job(withPieces(job, files, together), job.used()));
  }

  /** A plan of one shape. */
  public PlanState create(Shape shape) throws IOException {
    return create(
        List.of(file(shape, firstSlots().stream().map(shelf.now()::filament).toList())), false);
  }

  /** Adds a shape to a plan. */
  public PlanState add(UUID id, int version, Shape shape) throws IOException {
    Job job = plans.current(id, version);
    List<Filament> loaded = job.plan().slots().stream().map(job.used()::filament).toList();
    return add(id, version, List.of(file(shape, loaded)), false);
  }

  /**
   * A shape as a file. Its first body gets the first filament, the next one the second.
   *
   * @param loaded in the slots
   */
  private static Dropped file(Shape shape, List<Filament> loaded) throws IOException {
    List<MeshPart> parts = new ArrayList<>();
    for (MeshPart part : shape.parts()) {
      int slot = parts.size();
      Optional<String> colour =
          slot == 0 || slot >= loaded.size()
              ? Optional.empty()
              : Optional.of(loaded.get(slot).colour());
      parts.add(new MeshPart(part.name(), part.mesh(), colour));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ThreeMfWriter.write(parts, out);
    return new Dropped(shape.name().replace('/', '-') + ".3mf", out.toByteArray());
  }

  /** The usual filaments, or the first of the shelf if it has none of them. */
  private List<String> firstSlots() {
    List<String> all = shelf.now().filaments().stream().map(Filament::id).toList();
    List<String> usual = FIRST_SLOTS.stream().filter(all::contains).toList();
    return usual.isEmpty() ? all.subList(0, Math.min(FEW, all.size())) : usual;
  }

  /** Keeps the meshes of a plan file and makes a plan of it. */
  public PlanState create(StratFile file) {
    return create(file, new Archive.Budget());
  }

  private PlanState create(StratFile file, Archive.Budget budget) {
    Map<String, List<MeshService.Kept>> kept = new HashMap<>();
    List<Piece> pieces =
        file.plan().pieces().stream()
            .map(piece -> kept(piece, file.meshes(), kept, budget))
            .toList();
    Plan plan = CustomCode.notAccepted(file.plan()).withPieces(pieces);
    Plan adopted = file.shelf().map(brought -> shelf.adopt(plan, brought)).orElse(plan);
    return plans.create(new Job(adopted, shelf.now()));
  }

  /** Adds dropped meshes to a plan. */
  public PlanState add(UUID id, int version, List<Dropped> files, boolean together) {
    Job job = plans.current(id, version);
    Plan changed = withPieces(job, files, together);
    List<String> names =
        changed.pieces().stream().skip(job.plan().pieces().size()).map(Piece::name).toList();
    String what =
        "Added "
            + (names.size() <= MOST_NAMED ? String.join(", ", names) : names.size() + " pieces");
    return plans.edit(id, version, job, changed, PlanService.meshesOf(changed), what);
  }

  /** Whether dropped files seem to belong together on a common origin; nothing is kept of them. */
  public CommonOrigin belonging(List<Dropped> files) {
    return CommonOrigin.of(
        files.stream()
            .map(file -> MeshService.bounds(file.name(), file.content()))
            .flatMap(List::stream)
            .toList());
  }

  /** Puts the inside of a dropped mesh into a piece as a region, in the model's coordinates. */
  public PlanState addRegion(UUID id, int version, String piece, Dropped file) {
    Job job = plans.current(id, version);
    String mesh = meshes.storeWhole(file.name(), file.content());
    String name = stem(file.name());
    Plan changed = new RegionEditor(job.plan(), piece).addSolid(name, mesh);
    return plans.edit(
        id,
        version,
        job,
        changed,
        Set.of(mesh),
        "Added %s to %s".formatted(name, job.plan().piece(piece, "the region").name()));
  }

  /** The plan and the meshes that it names, by file names. */
  public StratFile export(UUID id) {
    return export(plans.current(id));
  }

  /** A job and the meshes that it names, by file names. */
  public StratFile export(Job job) {
    Plan plan = job.plan();
    Map<String, byte[]> files = new java.util.LinkedHashMap<>();
    List<Piece> pieces = new ArrayList<>();
    for (Piece piece : plan.pieces()) {
      pieces.add(piece.withMeshes(mesh -> exported(piece, mesh, files)));
    }
    return new StratFile(plan.withPieces(pieces), files).withSnapshot(job.used());
  }

  /** Puts a mesh among the files of an archive and returns its name there. */
  private String exported(Piece piece, String mesh, Map<String, byte[]> files) {
    byte[] content = meshes.content(mesh);
    String name =
        piece.bodies().stream()
            .filter(body -> body.mesh().equals(mesh))
            .map(Body::name)
            .findFirst()
            .orElse("region");
    String file =
        "meshes/%s-%s.%s"
            .formatted(
                FreeId.plain(name, "piece"),
                mesh.substring(0, 8),
                MeshFiles.extension(ByteBuffer.wrap(content)));
    files.put(file, content);
    return file;
  }

  /**
   * Bodies whose file holds several meshes become one body for each.
   *
   * @param read what is kept already of the file's meshes: each is read once
   */
  private Piece kept(
      Piece piece,
      Map<String, byte[]> files,
      Map<String, List<MeshService.Kept>> read,
      Archive.Budget budget) {
    List<Body> bodies = new ArrayList<>();
    for (Body body : piece.bodies()) {
      List<MeshService.Kept> kept =
          read.computeIfAbsent(body.mesh(), mesh -> meshes.store(mesh, files.get(mesh), budget));
      for (int i = 0; i < kept.size(); i++) {
        String id = kept.size() == 1 ? body.id() : body.id() + "-" + (i + 1);
        String name = kept.size() == 1 ? body.name() : kept.get(i).name();
        bodies.add(new Body(id, name, kept.get(i).reference(), body.shift()));
      }
    }
    return piece
        .withBodies(bodies)
        .withMeshes(
            mesh -> files.containsKey(mesh) ? meshes.storeWhole(mesh, files.get(mesh)) : mesh);
  }

  /** The meshes of a file as bodies on their common origin. */
  private static List<Body> bodies(String piece, List<MeshService.Kept> kept) {
    List<Body> bodies = new ArrayList<>();
    for (int i = 0; i < kept.size(); i++) {
      bodies.add(
          kept.size() == 1
              ? new Body("body", piece, kept.get(i).reference())
              : new Body("body-" + (i + 1), kept.get(i).name(), kept.get(i).reference()));
    }
    return bodies;
  }

  /** A piece that is made of files, with the meshes of its bodies. */
  private record Made(Piece piece, List<MeshService.Kept> meshes) {
    List<Optional<String>> colours() {
      return meshes.stream().map(MeshService.Kept::colour).toList();
    }
  }

  private Plan withPieces(Job job, List<Dropped> files, boolean together) {
    Plan plan = job.plan();
    Set<String> ids = plan.pieces().stream().map(Piece::id).collect(Collectors.toSet());
    List<Made> made =
        together && files.size() > 1
            ? List.of(made(files, ids))
            : files.stream().map(file -> made(List.of(file), ids)).toList();
    List<Piece> pieces = new ArrayList<>(plan.pieces());
    pieces.addAll(placed(job, made.stream().map(Made::piece).toList()));
    Plan changed = plan.withPieces(pieces);
    for (Made one : made) {
      changed = coloured(changed, one, job.used());
    }
    return changed;
  }

  /** Colours of the file become filaments of bodies, those of single triangles patches. */
  private Plan coloured(Plan plan, Made made, Shelf used) {
    List<Filament> filaments = plan.slots().stream().map(used::filament).toList();
    List<String> slots = filaments.stream().map(Filament::colour).toList();
    List<String> names = filaments.stream().map(Filament::name).toList();
    String piece = made.piece.id();
    Plan changed = new BodyEditor(plan, piece).coloured(made.colours(), slots);
    for (int i = 0; i < made.meshes.size(); i++) {
      MeshService.Kept mesh = made.meshes.get(i);
      changed =
          new BodyEditor(changed, piece)
              .painted(made.piece.bodies().get(i).id(), mesh.colour(), mesh.faces(), slots, names);
    }
    return changed;
  }

  /**
   * @param ids that are taken; the new piece's is added
   */
  private Made made(List<Dropped> files, Set<String> ids) {
    String name = stem(files.getFirst().name());
    List<Body> bodies = new ArrayList<>();
    List<MeshService.Kept> all = new ArrayList<>();
    for (Dropped file : files) {
      if (holdsPlan(file)) {
        throw new Problem(
            Problem.Kind.PLAN,
            file.name(),
            "A plan cannot be a piece of another plan.",
            "Drop it on the start page, by itself.");
      }
      List<MeshService.Kept> kept = meshes.store(file.name(), file.content(), new Archive.Budget());
      for (Body body : bodies(stem(file.name()), kept)) {
        String id = files.size() == 1 ? body.id() : "body-" + (bodies.size() + 1);
        bodies.add(new Body(id, body.name(), body.mesh()));
      }
      all.addAll(kept);
    }
    String id = FreeId.of(FreeId.plain(name, "piece"), ids::contains);
    ids.add(id);
    return new Made(new Piece(id, name, bodies, Placement.at(0, 0), List.of()), all);
  }

  /** New pieces in rows: alone in the middle of the bed, else to the right of what is there. */
  private List<Piece> placed(Job job, List<Piece> added) {
    Plan plan = job.plan();
    Machine machine = job.machine();
    double width = -SPACING_MM;
    for (Piece piece : added) {
      width += bounds(piece).sizeX() + SPACING_MM;
    }
    double right = 0;
    for (Piece piece : plan.pieces()) {
      right = Math.max(right, piece.placement().position().x() + bounds(piece).sizeX() / 2);
    }
    double x =
        plan.pieces().isEmpty()
            ? Math.max(SPACING_MM, (machine.bedX() - width) / 2)
            : right + SPACING_MM;
    List<Piece> placed = new ArrayList<>();
    for (Piece piece : added) {
      double size = bounds(piece).sizeX();
      placed.add(piece.withPlacement(Placement.at(x + size / 2, machine.bedY() / 2)));
      x += size + SPACING_MM;
    }
    return placed;
  }

  private Bounds bounds(Piece piece) {
    return piece.bodies().stream()
        .map(body -> meshes.mesh(body.mesh()).report().bounds())
        .reduce(Bounds::with)
        .orElseThrow();
  }

  private static StratFile read(Dropped file, Archive.Budget budget) throws IOException {
    return Enclosures.isProgram(file.name())
        ? StratFile.inProgram(file.name(), file.content(), budget)
        : StratFile.read(file.name(), file.content(), budget);
  }

  /** Whether a plan is in a file: a program may carry the one that it was written from. */
  private static boolean holdsPlan(Dropped file) {
    return file.name().toLowerCase(Locale.ROOT).endsWith(".strat")
        || Enclosures.isProgram(file.name());
  }

  private static String stem(String file) {
    String plain = PlainText.cleaned(file);
    String name = plain.substring(Math.max(plain.lastIndexOf('/'), plain.lastIndexOf('\\')) + 1);
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    return stem.isBlank() ? "piece" : stem.substring(0, Math.min(80, stem.length()));
  }
}
