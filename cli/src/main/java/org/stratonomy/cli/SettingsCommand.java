package org.stratonomy.cli;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Lists the settings that plans and {@code --set} may name. */
@Command(
    name = "settings",
    mixinStandardHelpOptions = true,
    description = "Lists the settings that plans and --set may name, with what they may be.")
final class SettingsCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "WORD",
      arity = "0..1",
      defaultValue = "",
      description = "Only those in whose name or description it occurs.")
  private String word;

  @Option(names = "--json", description = "Say it as JSON.")
  private boolean json;

  @Override
  public Integer call() {
    String wanted = word.toLowerCase(Locale.ROOT);
    List<Setting> found =
        Arrays.stream(Setting.values())
            .filter(setting -> text(setting).toLowerCase(Locale.ROOT).contains(wanted))
            .toList();
    if (json) {
      System.out.println(asJson(found).toPrettyString());
    } else {
      found.forEach(
          setting ->
              System.out.printf(
                  "%-24s %s%n%25s%s: %s%n",
                  setting.id(), range(setting), "", setting.label(), setting.description()));
    }
    return 0;
  }

  /**
   * Settings that may be meant by a name that is none's.
   *
   * @return those that have a word in common with it
   */
  static List<String> like(String name) {
    Set<String> words = words(name);
    return Arrays.stream(Setting.values())
        .map(Setting::id)
        .filter(id -> words(id).stream().anyMatch(words::contains))
        .toList();
  }

  /** The words that a name like {@code outerWallSpeed} or {@code outer-wall-speed} is made of. */
  private static Set<String> words(String name) {
    return Arrays.stream(name.split("(?<=[a-z])(?=[A-Z])|[^A-Za-z]+"))
        .map(word -> word.toLowerCase(Locale.ROOT))
        .collect(Collectors.toSet());
  }

  private static String text(Setting setting) {
    return String.join(" ", setting.id(), setting.label(), setting.description());
  }

  private static String range(Setting setting) {
    return !setting.isChoice()
        ? "%s to %s".formatted(Value.of(setting.min()), setting.said(Value.of(setting.max())))
        : String.join(" | ", setting.choices());
  }

  private static ArrayNode asJson(List<Setting> settings) {
    ArrayNode all = JsonMapper.shared().createArrayNode();
    for (Setting setting : settings) {
      ObjectNode one = all.addObject().put("id", setting.id()).put("label", setting.label());
      one.put("group", setting.group().label()).put("unit", setting.unit());
      if (!setting.isChoice()) {
        one.put("min", setting.min()).put("max", setting.max()).put("whole", setting.isWhole());
      } else {
        setting.choices().forEach(one.putArray("choices")::add);
      }
      one.put("description", setting.description());
    }
    return all;
  }
}
