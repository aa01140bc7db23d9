package org.stratonomy.engine.document;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.stratonomy.engine.plan.Shelf;
import tools.jackson.databind.json.JsonMapper;

/** The shelf that ships with the product: the workshop's machines and filaments, as samples. */
public final class ShelfReader {
  private ShelfReader() {}

  public static Shelf standard() {
    try (InputStream in = ShelfReader.class.getResourceAsStream("shelf.json")) {
      return JsonMapper.shared().readValue(in, Shelf.class);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
