package org.stratonomy.engine.settings;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.Properties;

/** What people call settings, and what is said of them. */
final class SettingWords {
  private static final Properties WORDS = read();

  private SettingWords() {}

  static String label(Setting setting) {
    return word(setting.id());
  }

  static String description(Setting setting) {
    return word(setting.id() + ".about");
  }

  private static String word(String key) {
    return Objects.requireNonNull(WORDS.getProperty(key), key);
  }

  private static Properties read() {
    try (Reader in =
        new InputStreamReader(
            Objects.requireNonNull(SettingWords.class.getResourceAsStream("settings.properties")),
            StandardCharsets.UTF_8)) {
      Properties words = new Properties();
      words.load(in);
      return words;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
