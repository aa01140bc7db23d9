package org.stratonomy.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlWriter;

/** What a planner does in the real application, in a real browser. */
abstract class Story {
  /** Shared by all stories: each keeps to plans of its own and leaves the shelf as it was. */
  @RegisterExtension static final RunningExtension RUNNING = new RunningExtension();

  @TempDir Path directory;
  Application application;
  Page page;

  @BeforeEach
  void open() {
    PlaywrightAssertions.setDefaultAssertionTimeout(30_000);
    Running running = RUNNING.get();
    application = running.application();
    page = running.browser().newPage(new Browser.NewPageOptions().setViewportSize(1280, 800));
    page.setDefaultTimeout(30_000);
    page.navigate(application.address());
  }

  @AfterEach
  void close() {
    page.close();
  }

  Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  Locator exactButton(String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  /** A finding in the list of the header. */
  Locator finding(String title) {
    return page.locator("article").filter(new Locator.FilterOptions().setHasText(title));
  }

  Locator level() {
    return page.getByTestId("level");
  }

  /** Waits until the views show all edits that were made. */
  void computed() {
    assertThat(page.locator("[data-stale=false]"))
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
  }

  /**
   * A value that the page shows, once a condition holds for it: what a page shows at one moment may
   * be on its way to something else.
   */
  <T> T shown(Supplier<T> value, Predicate<T> condition) {
    AtomicReference<T> last = new AtomicReference<>();
    page.waitForCondition(
        () -> {
          last.set(value.get());
          return condition.test(last.get());
        });
    return last.get();
  }

  /** The number in a field, when the views show all that was done. */
  double number(String label) {
    computed();
    return Double.parseDouble(shown(() -> named(label).inputValue(), text -> !text.isBlank()));
  }

  void drop(Path... files) {
    page.locator("input[type=file]").setInputFiles(files);
    assertThat(page.getByLabel("Name of the plan")).isVisible();
    computed();
  }

  void typeInto(String label, String text) {
    Locator field = page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    field.fill(text);
    field.press("Enter");
    field.blur();
  }

  void drag(double x, double y, double dx, double dy) {
    page.mouse().move(x, y);
    page.mouse().down();
    for (int i = 1; i <= 8; i++) {
      page.mouse().move(x + dx * i / 8, y + dy * i / 8);
    }
    page.mouse().up();
  }

  void typeIntoLevel(int layer) {
    page.locator("body").press("Home");
    assertThat(level()).containsText("L1 ");
    for (int i = 1; i + 10 <= layer; i += 10) {
      page.keyboard().press("Shift+ArrowUp");
    }
    for (int i = 0; i < (layer - 1) % 10; i++) {
      page.keyboard().press("ArrowUp");
    }
    assertThat(level()).containsText("L" + layer + " ");
  }

  /** Changes the machine, and agrees to what changes with it. */
  void chooseMachine(String name) {
    named("Machine").selectOption(name);
    button("Change to " + name).click();
    assertThat(named("Machine").locator("option:checked")).hasText(name);
    computed();
  }

  /** Writes the program. */
  Download exported() {
    button("Export").click();
    return page.waitForDownload(
        () ->
            page.getByRole(
                    AriaRole.MENUITEM,
                    new Page.GetByRoleOptions().setName(Pattern.compile("Program")))
                .click());
  }

  /** The written program's lines. */
  List<String> export() throws IOException {
    return lines(exported());
  }

  List<String> lines(Download download) throws IOException {
    Path program = directory.resolve("program.gcode");
    download.saveAs(program);
    return Files.readAllLines(program);
  }

  /** Index of the first line from a place on that begins with something. */
  static int firstAfter(List<String> lines, String start, int from) {
    for (int i = from; i < lines.size(); i++) {
      if (lines.get(i).startsWith(start)) {
        return i;
      }
    }
    throw new AssertionError("no line begins with " + start);
  }

  Locator named(String label) {
    return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
  }

  Locator filament(int slot) {
    return page.getByRole(
        AriaRole.RADIO,
        new Page.GetByRoleOptions().setName(Pattern.compile("Slot %d: .*".formatted(slot))));
  }

  /** Tools that extrude in the layer whose top is at a height. */
  static Set<Integer> toolsAt(List<String> lines, String z) {
    Set<Integer> tools = new TreeSet<>();
    int tool = 0;
    boolean here = false;
    for (String line : lines) {
      if (line.startsWith("; layer ")) {
        here = line.endsWith(", z " + z);
      } else if (line.matches("T[0-9]( .*)?")) {
        tool = line.charAt(1) - '0';
      } else if (here && line.startsWith("G1 X") && line.contains(" E")) {
        tools.add(tool);
      }
    }
    return tools;
  }

  /** Two blocks on the same spot: pieces of their own, by what their boxes say. */
  void dropPair() throws IOException {
    Path low = Files.copy(block(4), directory.resolve("low.stl"));
    Path high = Files.copy(block(8), directory.resolve("high.stl"));
    page.locator("input[type=file]").setInputFiles(new Path[] {low, high});
    assertThat(page.getByText("Each stands on the same spot")).isVisible();
    button("A piece for each file").click();
    assertThat(named("Name of the plan")).isVisible();
    computed();
  }

  /** A block 24 × 20 mm. */
  Path block(double height) throws IOException {
    TriangleSoup soup = new TriangleSoup(12);
    addBox(soup, new double[] {0, 0, 0}, new double[] {24, 20, height}, false);
    return file("block", soup);
  }

  /**
   * Adds the triangles of a box.
   *
   * @param inwards whether it is a hollow
   */
  static void addBox(TriangleSoup soup, double[] low, double[] high, boolean inwards) {
    int[][] faces = {
      {0, 1, 3, 2}, {4, 6, 7, 5}, {0, 4, 5, 1}, {2, 3, 7, 6}, {0, 2, 6, 4}, {1, 5, 7, 3}
    };
    for (int[] f : faces) {
      int[] corners = {f[0], f[1], f[2], f[0], f[2], f[3]};
      for (int i = 0; i < 6; i++) {
        int k = corners[inwards ? 5 - i : i];
        soup.corner(
            ((k & 4) == 0 ? low : high)[0],
            ((k & 2) == 0 ? low : high)[1],
            ((k & 1) == 0 ? low : high)[2]);
      }
    }
  }

  Path file(String name, TriangleSoup soup) throws IOException {
    Path file = directory.resolve(name + ".stl");
    try (OutputStream out = Files.newOutputStream(file)) {
      StlWriter.writeBinary(MeshBuilder.build(name, soup), out);
    }
    return file;
  }

  /** Opens a plan from the start page. */
  void open(String plan) {
    page.getByLabel("Open " + plan).click();
    computed();
  }

  /** A piece in the list of pieces. */
  Locator inList(String piece) {
    return page.getByLabel("Pieces", new Page.GetByLabelOptions().setExact(true))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(piece).setExact(true));
  }
}
