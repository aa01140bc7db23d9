package org.stratonomy.engine.plan;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/**
 * G-code that is neither ours nor checked, but sent as somebody wrote it: commands of a stop, or a
 * machine's own lines. A file from elsewhere may bring some, so a program is written only after
 * they were accepted. They are accepted under an id that holds a hash of the lines: other lines ask
 * anew.
 *
 * @param id of the finding that asks to accept it
 * @param place where it comes from, such as "the stop at 12.00 mm"
 * @param heightMm of the stop; nothing for a machine's lines
 */
public record CustomCode(String id, String place, List<String> lines, Optional<Double> heightMm) {
  private static final String PREFIX = "custom-code:";

  /** What the interface puts down when a planner types it. */
  private static final String TYPED = "Typed in this plan.";

  private static final String OF_SHELF = "Typed on this shelf.";

  public CustomCode {
    lines = List.copyOf(lines);
  }

  /** Whether a finding asks to accept custom code. */
  public static boolean isFinding(String id) {
    return id.startsWith(PREFIX);
  }

  /** All that the programs of a plan contain. */
  public static List<CustomCode> of(Plan plan, Machine machine) {
    List<CustomCode> all = new ArrayList<>(ofStops(plan));
    ofMachine(machine).ifPresent(all::add);
    return all;
  }

  private static List<CustomCode> ofStops(Plan plan) {
    List<CustomCode> all = new ArrayList<>();
    for (Stop stop : plan.stops()) {
      if (stop.event() instanceof Stop.Commands(List<String> lines) && !lines.isEmpty()) {
        all.add(
            new CustomCode(
                id("stop", stop.id(), lines),
                "the stop at %s mm".formatted(Value.of(stop.heightMm())),
                lines,
                Optional.of(stop.heightMm())));
      }
    }
    return all;
  }

  private static Optional<CustomCode> ofMachine(Machine machine) {
    List<String> lines = new ArrayList<>();
    new TreeMap<>(machine.writing().ownLines())
        .forEach((part, text) -> text.lines().map(line -> part + ": " + line).forEach(lines::add));
    return lines.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new CustomCode(
                id("machine", machine.id(), lines),
                "the machine %s".formatted(machine.name()),
                lines,
                Optional.empty()));
  }

  private static String id(String kind, String of, List<String> lines) {
    try {
      byte[] text = String.join("\n", lines).getBytes(StandardCharsets.UTF_8);
      byte[] hash = MessageDigest.getInstance("SHA-256").digest(text);
      return PREFIX + kind + ":" + of + ":" + HexFormat.of().formatHex(hash, 0, 8);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /** A plan from a file: what its author accepted for us does not count. */
  public static Plan notAccepted(Plan plan) {
    return plan.withAccepted(
        plan.accepted().stream().filter(one -> !isFinding(one.finding())).toList());
  }

  /** A plan after an edit, in which what the planner typed is accepted by that. */
  public static Plan typed(Plan before, Plan after) {
    Set<String> known = new HashSet<>();
    ofStops(before).forEach(code -> known.add(code.id));
    return accepted(
        after, ofStops(after).stream().filter(code -> !known.contains(code.id)).toList(), TYPED);
  }

  /** A plan in which the own lines of a machine are accepted. */
  public static Plan trusting(Plan plan, Machine machine) {
    return accepted(plan, ofMachine(machine).stream().toList(), OF_SHELF);
  }

  private static Plan accepted(Plan plan, List<CustomCode> all, String note) {
    List<Plan.Accepted> accepted = new ArrayList<>(plan.accepted());
    for (CustomCode code : all) {
      String earlier = code.id.substring(0, code.id.lastIndexOf(':') + 1);
      if (plan.noteFor(code.id).isEmpty()) {
        accepted.removeIf(one -> one.finding().startsWith(earlier));
        accepted.add(new Plan.Accepted(code.id, note));
      }
    }
    return accepted.equals(plan.accepted()) ? plan : plan.withAccepted(accepted);
  }
}
