package org.stratonomy.engine.document;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Shelf;

/**
 * The machine and the filaments of a job as they are kept: once under a hash of what they are,
 * however many revisions were made with them.
 *
 * @param hash SHA-256 of the content, in hexadecimal
 * @param content JSON of {@link ShelfFormat}
 */
public record Snapshot(String hash, String content) {

  /** The same items give the same snapshot. */
  public static Snapshot of(Shelf used) {
    String content = ShelfFormat.write(used);
    return new Snapshot(hash(content), content);
  }

  private static String hash(String content) {
    try {
      byte[] bytes = content.getBytes(StandardCharsets.UTF_8);
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /**
   * Reads what another version may have kept.
   *
   * @throws Problem if something is missing or impossible
   */
  public static Shelf shelf(String content) {
    return ShelfFormat.kept(content);
  }
}
