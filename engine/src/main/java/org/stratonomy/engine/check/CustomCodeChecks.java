package org.stratonomy.engine.check;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.plan.CustomCode;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.shelf.Machine;

/** Lists custom G-code, which has to be accepted before a program is written. */
final class CustomCodeChecks {
  private static final int LINES_SHOWN = 6;

  private CustomCodeChecks() {}

  static List<Finding> run(Plan plan, Machine machine) {
    return CustomCode.of(plan, machine).stream().map(CustomCodeChecks::finding).toList();
  }

  private static Finding finding(CustomCode code) {
    int count = code.lines().size();
    String lines =
        code.lines().stream()
            .limit(LINES_SHOWN)
            .map(PlainText::shown)
            .collect(Collectors.joining(" | "));
    return new Finding(
        code.id(),
        Finding.Severity.WARNING,
        "Custom G-code: %d %s".formatted(count, count == 1 ? "line" : "lines"),
        "The program gets from %s: %s%s. Nothing checks these lines; accept them if you know what they do."
            .formatted(code.place(), lines, count > LINES_SHOWN ? " | …" : ""),
        Optional.empty(),
        code.heightMm(),
        List.of());
  }
}
