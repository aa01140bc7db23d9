package org.stratonomy.engine.document;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import org.stratonomy.engine.shelf.Shelf;

/** The shelf that ships with the product: the workshop's machines and filaments, as samples. */
public final class ShelfReader {
  private static final String FILE = "shelf.json";

  private ShelfReader() {}

  public static Shelf standard() {
    try (InputStream in = ShelfReader.class.getResourceAsStream(FILE)) {
      return ShelfFormat.parse(FILE, new String(in.readAllBytes(), StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
