package org.stratonomy.app.files;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.stratonomy.engine.guard.PlainText;

/** Answers that a browser keeps as files. */
public final class Attachment {
  private static final String RESERVED = "/\\:*?\"<>|%";

  private Attachment() {}

  /**
   * An answer without its content.
   *
   * @param fileName what the file is to be called
   */
  public static ResponseEntity.BodyBuilder named(String fileName) {
    String disposition =
        ContentDisposition.attachment()
            .filename(plain(fileName), StandardCharsets.UTF_8)
            .build()
            .toString();
    return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, disposition);
  }

  /** Without what leads to other directories or has a meaning of its own in some system. */
  private static String plain(String name) {
    StringBuilder plain = new StringBuilder();
    PlainText.cleaned(name)
        .codePoints()
        .map(c -> RESERVED.indexOf(c) >= 0 ? '-' : c)
        .forEach(plain::appendCodePoint);
    return plain.toString().replace("..", "-");
  }
}
