package org.stratonomy.app.programs;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/** Passes bytes on and counts them. */
final class CountingStream extends FilterOutputStream {
  private long count;

  CountingStream(OutputStream out) {
    super(out);
  }

  @Override
  public void write(int b) throws IOException {
    out.write(b);
    count++;
  }

  @Override
  public void write(byte[] bytes, int from, int length) throws IOException {
    out.write(bytes, from, length);
    count += length;
  }

  long count() {
    return count;
  }
}
