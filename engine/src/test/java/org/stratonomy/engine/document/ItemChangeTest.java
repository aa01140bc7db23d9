package org.stratonomy.engine.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.document.ItemChange.ItemDifference;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

class ItemChangeTest {
  private static final Shelf SHELF = ShelfReader.standard();

  private static Job job(String machine) {
    Plan plan = Shapes.plan(List.of()).withMachine(machine);
    return new Job(plan.withSlots(List.of("chalk", "slate", "chalk")), SHELF);
  }

  private static Machine machine(String id, Consumer<ObjectNode> edit) {
    ObjectNode node = ShelfFormat.write(SHELF.machine(id));
    edit.accept(node);
    return ShelfFormat.machine(node);
  }

  private static Filament chalk(Consumer<ObjectNode> edit) {
    ObjectNode node = ShelfFormat.write(SHELF.filament("chalk"));
    edit.accept(node);
    return ShelfFormat.filament(node);
  }

  @Test
  void theSameShelfHasNoChanges() {
    assertThat(ItemChange.between(job("pair"), SHELF)).isEmpty();
  }

  @Test
  void eachChangeIsNamedOnceWithItsUnits() {
    Machine machine =
        machine(
            "pair",
            node -> {
              ((ObjectNode) node.get("nozzles").get(1)).put("maxFlow", 18);
              node.put("surface", "")
                  .set("ownLines", node.objectNode().put("pause", "M25\nM118 x"));
            });
    Filament chalk = chalk(node -> node.put("nozzleC", 217).put("drying", "4 h at 50 °C"));
    List<ItemChange> changes = ItemChange.between(job("pair"), SHELF.with(machine).with(chalk));
    assertThat(changes)
        .containsExactly(
            new ItemChange(
                "Machine Pair",
                true,
                List.of(
                    new ItemDifference("Surface", "rough sheet", "none"),
                    new ItemDifference("Nozzles 2: Melts", "20 mm³/s", "18 mm³/s"),
                    new ItemDifference("For a pause", "from the dialect", "M25 ⏎ M118 x"))),
            new ItemChange(
                "Filament Chalk",
                true,
                List.of(
                    new ItemDifference("Nozzle", "210 °C", "217 °C"),
                    new ItemDifference("Drying", "none", "4 h at 50 °C"))));
  }

  @Test
  void whatLeftTheShelfIsKept() {
    Job job = job("workshop-one");
    Shelf other = new Shelf(List.of(SHELF.machine("pair")), List.of(SHELF.filament("slate")));
    assertThat(ItemChange.between(job, other))
        .containsExactly(
            new ItemChange("Machine Workshop One", false, List.of()),
            new ItemChange("Filament Chalk", false, List.of()));
    assertThat(job.following(other)).isEqualTo(job);
  }

  @Test
  void anEditTakesOnlyWhatIsNewToThePlanFromTheShelf() {
    Job job = job("workshop-one");
    Shelf edited = SHELF.with(chalk(node -> node.put("nozzleC", 217)));
    Job more = job.edited(job.plan().withSlots(List.of("chalk", "kelp")), edited);
    assertThat(more.used().filament("chalk").nozzleC()).isEqualTo(210);
    assertThat(more.used().filaments()).hasSize(2);
    assertThat(more.following(edited).used().filament("chalk").nozzleC()).isEqualTo(217);
  }

  /** A snapshot is named by what is in it, in whatever order own lines were put in. */
  @Test
  void equalItemsHaveEqualSnapshots() {
    Machine first =
        machine(
            "pair",
            node ->
                node.putObject("ownLines")
                    .put("pause", "M25")
                    .put("start", "G28")
                    .put("end", "M84"));
    Machine second =
        machine(
            "pair",
            node ->
                node.putObject("ownLines")
                    .put("end", "M84")
                    .put("start", "G28")
                    .put("pause", "M25"));
    Snapshot snapshot = Snapshot.of(SHELF.with(first));
    assertThat(Snapshot.of(SHELF.with(second))).isEqualTo(snapshot);
    assertThat(Snapshot.of(SHELF).hash()).isNotEqualTo(snapshot.hash());
    assertThat(Snapshot.shelf(snapshot.content())).isEqualTo(SHELF.with(first));
  }
}
