package org.stratonomy.app.files;

import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;

/** Answers that a browser keeps as files. */
public final class Attachment {
  private Attachment() {}

  /**
   * An answer without its content.
   *
   * @param fileName what the file is to be called
   */
  public static ResponseEntity.BodyBuilder named(String fileName) {
    String disposition =
        ContentDisposition.attachment()
            .filename(fileName, StandardCharsets.UTF_8)
            .build()
            .toString();
    return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, disposition);
  }
}
