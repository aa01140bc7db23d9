package org.stratonomy.engine.document;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.stratonomy.engine.program.Dialect;
import org.stratonomy.engine.shelf.Bed;
import org.stratonomy.engine.shelf.Changer;

/**
 * What may be in a machine and in a filament, with names, units, ranges and meanings: the shelf's
 * file, the API and the interface derive from it.
 */
public final class ShelfFields {
  /** Of a text of one line. */
  private static final int LONGEST_LINE = 1000;

  /** What a field holds. */
  public enum Kind {
    TEXT,
    NUMBER,
    CHOICE,
    COLOUR,
    /** Objects of numbers. */
    ROWS,
    /** An object of texts of several lines, none of which need be there. */
    LINES
  }

  /**
   * A field of a machine or a filament.
   *
   * @param min least number, or least length of a text
   * @param max largest number, or largest length of a text
   * @param choices that a choice is made among
   * @param columns numbers in each row, of which there is at least one; or the texts of lines
   */
  public record Field(
      String key,
      String label,
      String group,
      String unit,
      Kind kind,
      double min,
      double max,
      List<String> choices,
      List<Field> columns,
      String description) {
    /** Whether its text may have several lines: only templates are that long. */
    public boolean lines() {
      return kind == Kind.TEXT && max > LONGEST_LINE;
    }
  }

  public static final List<Field> MACHINE =
      List.of(
          text("name", "Name", "Machine", "What it is called."),
          number("bedX", "Bed, X", "Room", "mm", 10, 5000, "Width; X 0 is its left edge."),
          number("bedY", "Bed, Y", "Room", "mm", 10, 5000, "Depth; Y 0 is its front edge."),
          choice(
              "bedShape",
              "Shape",
              "Room",
              Arrays.stream(Bed.Shape.values()).map(Bed.Shape::word).toList(),
              "Of the bed; a round one is as wide and as deep as said above. Over a belt the layers"
                  + " are tilted; its Y is the length that a plan may use."),
          number(
              "tiltDegrees",
              "Tilt of layers",
              "Room",
              "°",
              15,
              75,
              "Over a belt; not used for other beds."),
          number(
              "originX",
              "Zero, X",
              "Room",
              "mm",
              -5000,
              5000,
              "Where the machine's own zero is, from the left edge of the bed; half the width if it is"
                  + " in the middle."),
          number(
              "originY",
              "Zero, Y",
              "Room",
              "mm",
              -5000,
              5000,
              "Where the machine's own zero is, from the front edge of the bed."),
          optional("surface", "Surface", "Room", "What lies on the bed, such as: rough sheet."),
          number("heightMm", "Height", "Room", "mm", 10, 5000, "Largest height of a print."),
          number("bedMaxC", "Bed up to", "Room", "°C", 0, 250, "The hottest it may get."),
          new Field(
              "nozzles",
              "Nozzles",
              "Nozzles",
              "",
              Kind.ROWS,
              1,
              64,
              List.of(),
              List.of(
                  number("diameterMm", "Opening", "", "mm", 0.1, 3, "Its diameter."),
                  number("maxC", "Up to", "", "°C", 100, 500, "The hottest it may get."),
                  number("maxFlow", "Melts", "", "mm³/s", 0.1, 500, "The most that it melts."),
                  number("x", "X", "", "mm", -1000, 1000, "Where it is, seen from the first one."),
                  number("y", "Y", "", "mm", -1000, 1000, "Where it is, seen from the first one.")),
              "One for each filament on a machine with several nozzles, else just one."),
          number(
              "accelerationMmS2",
              "Acceleration",
              "Motion",
              "mm/s²",
              50,
              100_000,
              "Along the path."),
          number(
              "junctionMm",
              "Corner deviation",
              "Motion",
              "mm",
              0.001,
              1,
              "From it follows how fast corners are taken."),
          number("maxSpeedXy", "Speed, X and Y, up to", "Motion", "mm/s", 5, 2000, "Its limit."),
          number("maxSpeedZ", "Speed, Z, up to", "Motion", "mm/s", 0.5, 500, "Its limit."),
          number("travelSpeed", "Travel speed", "Motion", "mm/s", 5, 2000, "Without extrusion."),
          choice(
              "tools",
              "Filament is changed",
              "Changes",
              Arrays.stream(Changer.Kind.values()).map(Changer.Kind::word).toList(),
              "By the operator, by a feeder, with a nozzle for each filament, or by mixing two"
                  + " filaments in one nozzle."),
          number("slots", "Slots", "Changes", "", 1, 64, "How many filaments its feeder holds."),
          number(
              "changeSeconds",
              "A change takes",
              "Changes",
              "s",
              0,
              3600,
              "By the feeder, by the operator's hand, or from nozzle to nozzle."),
          number(
              "meltMm3",
              "Melt that mixes",
              "Changes",
              "mm³",
              1,
              1000,
              "Filament in the melt zone; from it follows what a change purges."),
          number(
              "plugMm3",
              "Comes out unmixed",
              "Changes",
              "mm³",
              0,
              1000,
              "Of the previous filament, before the mix: what is in the nozzle beyond the melt zone."
                  + " Measure it with a test strip."),
          number(
              "primeMm3",
              "Pushed out after a wait",
              "Several nozzles",
              "mm³",
              0,
              1000,
              "By a nozzle that waited, before it prints."),
          number(
              "standbyC",
              "Waits cooler by",
              "Several nozzles",
              "°C",
              0,
              300,
              "A nozzle that is not needed for long; it is hot again when its turn comes."),
          number(
              "heatingCPerS",
              "Nozzle heats at",
              "Heat",
              "°C/s",
              0.1,
              100,
              "From it follows how long a print waits for it, and how far ahead of its turn one of"
                  + " several nozzles is heated."),
          number(
              "bedHeatingCPerS",
              "Bed heats at",
              "Heat",
              "°C/s",
              0.01,
              100,
              "From it follows when a print really starts."),
          number(
              "headRadiusMm",
              "Head reaches",
              "Head",
              "mm",
              1,
              500,
              "From its nozzles sideways. Pieces that are printed one at a time stand further apart, or"
                  + " are low."),
          number(
              "headClearMm",
              "Nozzles below it",
              "Head",
              "mm",
              0.5,
              200,
              "How far they reach below the rest of the head: lower pieces never meet it."),
          number(
              "gantryMm",
              "Nozzles below the beam",
              "Head",
              "mm",
              1,
              2000,
              "How far they reach below the beam along X that carries the head."),
          number(
              "idleSeconds",
              "Motors let go after",
              "Stops",
              "s",
              0,
              86_400,
              "Stops hold the motors longer; 0 if they never let go."),
          number("parkX", "Waits at X", "Stops", "mm", 0, 5000, "Where the head waits."),
          number("parkY", "Waits at Y", "Stops", "mm", 0, 5000, "Where the head waits."),
          number("parkLiftMm", "Lifts by", "Stops", "mm", 0.2, 200, "Before it goes there."),
          choice(
              "dialect",
              "Dialect",
              "Program",
              Arrays.stream(Changer.Kind.values())
                  .flatMap(kind -> kind.dialects().stream())
                  .sorted()
                  .toList(),
              "How changes are written. feeder: tool numbers; hand-change: the firmware's own change"
                  + " (M600); hand-pause: a pause (M0); hand-wait: a signal and a wait (G4);"
                  + " nozzles: tool numbers, with a temperature for each nozzle; mixing: shares of"
                  + " both filaments; -macros: macros that the machine keeps for start, change,"
                  + " pause and end."),
          text(
              "fileName",
              "File name",
              "Program",
              "Of programs: {{plan}}, {{machine}}, {{filaments}}, {{colours}}, {{materials}},"
                  + " {{nozzle}}, {{layerHeight}}, {{layers}}, {{time}}, {{stops}}."),
          new Field(
              "ownLines",
              "Custom G-code",
              "Custom G-code",
              "",
              Kind.LINES,
              0,
              0,
              List.of(),
              Arrays.stream(Dialect.Part.values()).map(ShelfFields::lines).toList(),
              "In place of the dialect's."));

  /** What fields are that older files do not know. */
  static final Map<String, Object> LATER =
      Map.ofEntries(
          Map.entry("slots", 1.0),
          Map.entry("bedShape", Bed.Shape.RECTANGULAR.word()),
          Map.entry("tiltDegrees", 45.0),
          Map.entry("originX", 0.0),
          Map.entry("originY", 0.0),
          Map.entry("surface", ""),
          Map.entry("idleSeconds", 60.0),
          Map.entry("plugMm3", 0.0),
          Map.entry("primeMm3", 10.0),
          Map.entry("standbyC", 40.0),
          Map.entry("heatingCPerS", 2.0),
          Map.entry("bedHeatingCPerS", 0.4),
          Map.entry("headRadiusMm", 40.0),
          Map.entry("headClearMm", 5.0),
          Map.entry("gantryMm", 30.0),
          Map.entry("ownLines", Map.of()),
          Map.entry("fileName", "{{plan}}_{{filaments}}_{{materials}}_{{nozzle}}_{{stops}}"));

  public static final List<Field> FILAMENT =
      List.of(
          text("name", "Name", "Spool", "What it is called."),
          text("material", "Material", "Spool", "Filaments of other materials purge more."),
          new Field(
              "colour",
              "Colour",
              "Spool",
              "",
              Kind.COLOUR,
              0,
              0,
              List.of(),
              List.of(),
              "Of the spool, as it is seen: from it follows what a change purges."),
          number("densityGCm3", "Density", "Spool", "g/cm³", 0.3, 20, "For grams."),
          number("diameterMm", "Diameter", "Spool", "mm", 1, 5, "Of the filament."),
          number("pricePerKg", "Price", "Spool", "per kg", 0, 100_000, "For costs."),
          new Field(
              "currency",
              "Currency",
              "Spool",
              "",
              Kind.TEXT,
              0,
              8,
              List.of(),
              List.of(),
              "What the price is in, as it is to stand behind costs."),
          number("nozzleC", "Nozzle", "Printing", "°C", 100, 500, "Unless a rule says otherwise."),
          number("bedC", "Bed", "Printing", "°C", 0, 250, "Unless a rule says otherwise."),
          number("fanPercent", "Fan", "Printing", "%", 0, 100, "Unless a rule says otherwise."),
          number("maxFlow", "Flow up to", "Printing", "mm³/s", 0.1, 500, "The most that melts."),
          number(
              "retractionMm",
              "Retraction",
              "Printing",
              "mm",
              0,
              20,
              "Length that is retracted before a travel."),
          optional(
              "surfaces",
              "Holds on",
              "Spool",
              "Surfaces of beds that suit it, as machines name them, with commas; none if any does."),
          optional(
              "drying",
              "Drying",
              "Spool",
              "What it needs before it is printed, such as: 6 h at 55 °C. The run sheet says so."));

  /** What fields of filaments are that older files do not know. */
  static final Map<String, Object> LATER_OF_FILAMENTS =
      Map.of("currency", "", "surfaces", "", "drying", "");

  private ShelfFields() {}

  private static Field text(String key, String label, String group, String description) {
    return new Field(key, label, group, "", Kind.TEXT, 1, 100, List.of(), List.of(), description);
  }

  private static Field optional(String key, String label, String group, String description) {
    return new Field(key, label, group, "", Kind.TEXT, 0, 100, List.of(), List.of(), description);
  }

  private static Field lines(Dialect.Part part) {
    String names = part.names().stream().map("{{%s}}"::formatted).collect(Collectors.joining(", "));
    return new Field(
        part.key(),
        part.label(),
        "",
        "",
        Kind.TEXT,
        0,
        20_000,
        List.of(),
        List.of(),
        "May name %s.".formatted(names));
  }

  private static Field number(
      String key, String label, String group, String unit, double min, double max, String said) {
    return new Field(key, label, group, unit, Kind.NUMBER, min, max, List.of(), List.of(), said);
  }

  private static Field choice(
      String key, String label, String group, List<String> choices, String description) {
    return new Field(key, label, group, "", Kind.CHOICE, 0, 0, choices, List.of(), description);
  }
}
