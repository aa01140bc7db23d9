package org.stratonomy.app.shelf;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.files.Attachment;
import org.stratonomy.app.shelf.ShelfItemEntity.Kind;
import org.stratonomy.engine.document.ShelfFields;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.program.Dialect;
import org.stratonomy.engine.shelf.Changer;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The machines and filaments of the shelf, with all that is in them. */
@RestController
@RequestMapping("/api/shelf/items")
class ShelfItemController {
  /** Key of an item that says how often it was changed. */
  private static final String VERSION = "version";

  private final ShelfService service;
  private final Usage usage;

  ShelfItemController(ShelfService service, Usage usage) {
    this.service = service;
    this.usage = usage;
  }

  /**
   * What a field of a machine or a filament holds.
   *
   * @param kind text, number, choice, colour, rows, lines
   * @param columns numbers in each row; or the texts of lines
   */
  record FieldView(
      String key,
      String label,
      String group,
      String unit,
      String kind,
      double min,
      double max,
      List<String> choices,
      List<FieldView> columns,
      String description) {
    static List<FieldView> of(List<ShelfFields.Field> fields) {
      return fields.stream()
          .map(
              f ->
                  new FieldView(
                      f.key(),
                      f.label(),
                      f.group(),
                      f.unit(),
                      f.kind().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                      f.min(),
                      f.max(),
                      f.choices(),
                      of(f.columns()),
                      f.description()))
          .toList();
    }
  }

  /**
   * All machines and filaments; each has an id, a version, and the fields that are listed.
   *
   * @param machineFields in the order in which they are shown
   * @param filamentFields in the order in which they are shown
   * @param dialects by what {@code tools} says of a machine
   */
  record ItemsView(
      List<FieldView> machineFields,
      List<FieldView> filamentFields,
      Map<String, List<String>> dialects,
      List<Map<String, Object>> machines,
      List<Map<String, Object>> filaments) {}

  @GetMapping
  ItemsView all() {
    Shelf shelf = service.now();
    return new ItemsView(
        FieldView.of(ShelfFields.MACHINE),
        FieldView.of(ShelfFields.FILAMENT),
        Arrays.stream(Changer.Kind.values())
            .collect(Collectors.toMap(Changer.Kind::word, Changer.Kind::dialects)),
        shelf.machines().stream()
            .map(m -> plain(ShelfFormat.write(m), service.version(Kind.MACHINE, m.id())))
            .toList(),
        shelf.filaments().stream()
            .map(f -> plain(ShelfFormat.write(f), service.version(Kind.FILAMENT, f.id())))
            .toList());
  }

  private static Map<String, Object> plain(ObjectNode node, int version) {
    node.put(VERSION, version);
    return JsonMapper.shared().convertValue(node, new TypeReference<Map<String, Object>>() {});
  }

  /**
   * Puts a machine into the place of the one with its id; without an id it is a new one.
   *
   * @param machine with the version that was edited
   */
  @PutMapping("/machines")
  ItemsView putMachine(@RequestBody Map<String, Object> machine) {
    ObjectNode node = JsonMapper.shared().valueToTree(machine);
    service.putMachine(node, version(node));
    return all();
  }

  /**
   * Puts a filament into the place of the one with its id; without an id it is a new one.
   *
   * @param filament with the version that was edited
   */
  @PutMapping("/filaments")
  ItemsView putFilament(@RequestBody Map<String, Object> filament) {
    ObjectNode node = JsonMapper.shared().valueToTree(filament);
    service.putFilament(node, version(node));
    return all();
  }

  /** Takes the version out of an item. */
  private static Optional<Integer> version(ObjectNode node) {
    JsonNode version = node.remove(VERSION);
    return version != null && version.isInt() ? Optional.of(version.asInt()) : Optional.empty();
  }

  /** The templates that the dialect of a machine has, by what they are for. */
  @GetMapping("/machines/{id}/dialect")
  Map<String, String> dialectOf(@PathVariable String id) {
    return Dialect.written(service.now().machine(id));
  }

  @DeleteMapping("/machines/{id}")
  ItemsView removeMachine(@PathVariable String id) {
    service.removeMachine(id, usage.ofMachine(id));
    return all();
  }

  @DeleteMapping("/filaments/{id}")
  ItemsView removeFilament(@PathVariable String id) {
    service.removeFilament(id, usage.ofFilament(id));
    return all();
  }

  /** Machines and filaments as a file; for one alone, its kind and id are given. */
  @GetMapping(path = "/file", produces = MediaType.APPLICATION_JSON_VALUE)
  ResponseEntity<String> file(String machine, String filament) {
    Shelf shelf = service.now();
    boolean whole = machine == null && filament == null;
    List<Machine> machines =
        shelf.machines().stream().filter(m -> whole || m.id().equals(machine)).toList();
    List<Filament> filaments =
        shelf.filaments().stream().filter(f -> whole || f.id().equals(filament)).toList();
    String name =
        Arrays.asList(machine, filament).stream()
            .filter(id -> id != null)
            .findFirst()
            .orElse("shelf");
    return Attachment.named(name + ".json").body(ShelfFormat.write(new Shelf(machines, filaments)));
  }

  /** Takes over what is in such a file; what has the same id is replaced. */
  @PostMapping(path = "/file", consumes = MediaType.APPLICATION_JSON_VALUE)
  ItemsView take(@RequestBody String file) {
    service.putAll(ShelfFormat.parse("the file", file));
    return all();
  }
}
