package org.stratonomy.bench.fuzz;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.document.ValueFormat;
import org.stratonomy.engine.mesh.FaceColours;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What comes in from outside: sound examples of each format, and its reader. */
enum Format {
  STL_BINARY {
    @Override
    List<byte[]> seeds() {
      return List.of(StlWriter.binary(box(1)), StlWriter.binary(box(3)));
    }
  },
  STL_TEXT {
    @Override
    List<byte[]> seeds() {
      StringBuilder text = new StringBuilder("solid s\n");
      Mesh box = box(1);
      for (int t = 0; t < box.triangleCount(); t++) {
        text.append("facet normal 0 0 0\nouter loop\n");
        for (int k = 0; k < 3; k++) {
          text.append("vertex ").append(corner(box, box.corner(t, k))).append('\n');
        }
        text.append("endloop\nendfacet\n");
      }
      return texts(text.append("endsolid s\n").toString());
    }
  },
  OBJ {
    @Override
    List<byte[]> seeds() {
      String faces = "f 1 3 4 2\nf 5 6 8 7\nf 1 2 6 5\nf 3 7 8 4\nf 1 5 7 3\nf 2 4 8 6\n";
      String vertices = vertices("v ");
      return texts(
          vertices + faces,
          "mtllib a.mtl\n" + vertices + "g one two\nusemtl red\n" + faces + "g three\nf -1 -2 -3\n",
          vertices + "vt 0 0\nvn 0 0 1\no part\nf 1/1/1 3/1/1 4//1 2/1\n" + faces);
    }
  },
  PLY {
    @Override
    List<byte[]> seeds() {
      String header =
          "ply\nformat %s 1.0\nelement vertex 8\nproperty float x\nproperty float y\n"
              + "property float z\nelement face 2\nproperty list uchar int vertex_indices\n"
              + "end_header\n";
      String body = vertices("") + "4 0 2 3 1\n3 4 5 7\n";
      ByteBuffer binary = ByteBuffer.allocate(200);
      for (int v = 0; v < 24; v++) {
        binary.putFloat(v % 5);
      }
      binary.put((byte) 3).putInt(0).putInt(1).putInt(2);
      binary.put((byte) 3).putInt(2).putInt(3).putInt(4);
      byte[] head = header.formatted("binary_big_endian").getBytes(StandardCharsets.US_ASCII);
      byte[] whole = new byte[head.length + binary.position()];
      System.arraycopy(head, 0, whole, 0, head.length);
      System.arraycopy(binary.array(), 0, whole, head.length, binary.position());
      List<byte[]> seeds = new ArrayList<>(texts(header.formatted("ascii") + body));
      seeds.add(whole);
      return seeds;
    }
  },
  AMF {
    @Override
    List<byte[]> seeds() {
      StringBuilder text = new StringBuilder("<?xml version=\"1.0\"?><amf unit=\"inch\">");
      text.append("<object id=\"0\"><mesh><vertices>");
      Mesh box = box(1);
      for (int v = 0; v < box.vertexCount(); v++) {
        text.append("<vertex><coordinates>");
        for (int axis = 0; axis < 3; axis++) {
          char name = (char) ('x' + axis);
          text.append("<%c>%s</%c>".formatted(name, box.coordinate(v, axis), name));
        }
        text.append("</coordinates></vertex>");
      }
      text.append("</vertices><volume>");
      for (int t = 0; t < box.triangleCount(); t++) {
        text.append("<triangle>");
        for (int k = 0; k < 3; k++) {
          text.append("<v%d>%d</v%d>".formatted(k + 1, box.corner(t, k), k + 1));
        }
        text.append("</triangle>");
      }
      return texts(text.append("</volume></mesh></object></amf>").toString());
    }
  },
  THREE_MF {
    @Override
    List<byte[]> seeds() {
      ByteArrayOutputStream archive = new ByteArrayOutputStream();
      try {
        ThreeMfWriter.write(
            List.of(
                new MeshPart("one", box(1), Optional.of("#ff0000"), FaceColours.NONE),
                new MeshPart("two", box(2), Optional.empty(), FaceColours.NONE)),
            archive);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return List.of(archive.toByteArray());
    }
  },
  STRAT {
    @Override
    List<byte[]> seeds() {
      return List.of(strat().bytes());
    }

    @Override
    void read(byte[] input) throws IOException {
      StratFile file = StratFile.read("x.strat", input);
      file.meshes().forEach((name, bytes) -> MeshFiles.read(name, ByteBuffer.wrap(bytes)));
    }
  },
  PLAN {
    @Override
    List<byte[]> seeds() {
      List<byte[]> seeds = new ArrayList<>();
      for (StratFile demo : DemoPlan.all()) {
        seeds.addAll(texts(PlanFormat.write(demo.plan()).toString()));
      }
      return seeds;
    }

    /** What can be read is checked, with a box for every mesh. */
    @Override
    void read(byte[] input) {
      Plan plan = PlanFormat.parse("plan", new String(input, StandardCharsets.UTF_8));
      PlanFormat.parse("again", PlanFormat.write(plan).toString());
      Mesh box = box(20);
      PLANNER.check(new Job(plan, SHELF_ITEMS), reference -> box);
    }
  },
  SHELF {
    @Override
    List<byte[]> seeds() {
      return texts(ShelfFormat.write(SHELF_ITEMS));
    }

    @Override
    void read(byte[] input) {
      ShelfFormat.parse("shelf", new String(input, StandardCharsets.UTF_8));
    }
  },
  RECIPE {
    @Override
    List<byte[]> seeds() {
      List<byte[]> seeds = new ArrayList<>();
      for (StratFile demo : DemoPlan.all()) {
        demo.plan()
            .rules()
            .forEach(rule -> seeds.addAll(texts(ValueFormat.write(rule.set()).toString())));
      }
      return seeds;
    }

    @Override
    void read(byte[] input) {
      String text = new String(input, StandardCharsets.UTF_8);
      try {
        ValueFormat.read("recipe", JsonMapper.shared().readTree(text));
      } catch (tools.jackson.core.JacksonException e) {
        // The server refuses what is no JSON before it gets here.
      }
    }
  },
  PROGRAM {
    @Override
    List<byte[]> seeds() {
      Enclosures enclosures = new Enclosures(() -> new byte[300], () -> strat().bytes());
      String before = "G21\nG90\n" + enclosures.pictureText() + "G1 X1 Y2 E0.1\n";
      return texts(before + enclosures.planText(), before);
    }

    @Override
    void read(byte[] input) throws IOException {
      StratFile.inProgram("x.gcode", input);
    }
  },
  TEMPLATE {
    @Override
    List<byte[]> seeds() {
      return texts(
          "M117 {{plan}}\nG4 S{{idleSeconds}}\n{{#filaments}}; {{slot}} {{name}}\n{{/filaments}}\n",
          "{{^hold}}M84 S0{{/hold}}{{#hold}}M84 S{{idleSeconds}}{{/hold}}\nM600 ; {{from}} {{to}}",
          "{{! comment }}{{{plan}}}{{&machine}}{{=<% %>=}}<%plan%>",
          "{{#nozzles}}{{#nozzles}}{{tool}}{{/nozzles}}{{/nozzles}}");
    }

    @Override
    void read(byte[] input) {
      ObjectNode machine = ShelfFormat.write(SHELF_ITEMS.machines().getFirst());
      ObjectNode own = machine.putObject("ownLines");
      String text = new String(input, StandardCharsets.UTF_8);
      for (String part : List.of("start", "change", "pause", "message", "end")) {
        own.put(part, text);
      }
      ShelfFormat.machine(machine);
    }
  };

  private static final Shelf SHELF_ITEMS = ShelfReader.standard();
  private static final Planner PLANNER = new Planner(1 << 24, 1);

  /** Sound files of the format. */
  abstract List<byte[]> seeds();

  /** Reads a file as the application does, as a mesh unless something else is said. */
  void read(byte[] input) throws IOException {
    MeshFiles.read("x", ByteBuffer.wrap(input));
  }

  private static Mesh box(double size) {
    TriangleSoup soup = new TriangleSoup(12);
    soup.box(new double[] {0, 0, 0}, new double[] {size, size, size});
    return MeshBuilder.build("box", soup);
  }

  private static StratFile strat() {
    Body body = new Body("body", "Box", "meshes/box.stl");
    Piece piece = new Piece("box", "Box", List.of(body), Placement.at(50, 50), List.of(4.0));
    Plan plan =
        new Plan("Box", "workshop-one", List.of("chalk"), List.of(piece), List.of(), List.of());
    return new StratFile(plan, Map.of("meshes/box.stl", StlWriter.binary(box(10))));
  }

  private static String vertices(String before) {
    StringBuilder text = new StringBuilder();
    for (int v = 0; v < 8; v++) {
      text.append(before).append(v & 1).append(' ').append(v >> 1 & 1).append(' ').append(v >> 2);
      text.append('\n');
    }
    return text.toString();
  }

  private static String corner(Mesh mesh, int v) {
    return mesh.coordinate(v, 0) + " " + mesh.coordinate(v, 1) + " " + mesh.coordinate(v, 2);
  }

  private static List<byte[]> texts(String... texts) {
    List<byte[]> bytes = new ArrayList<>();
    for (String text : texts) {
      bytes.add(text.getBytes(StandardCharsets.UTF_8));
    }
    return bytes;
  }
}
