package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** Text of a program as bytes, with numbers in fixed point and no longer than they need to be. */
final class GcodeText {
  private static final long[] POWERS = {1, 10, 100, 1_000, 10_000, 100_000};

  private final OutputStream out;
  private final byte[] buffer = new byte[1 << 16];
  private int length;

  GcodeText(OutputStream out) {
    this.out = out;
  }

  GcodeText add(char c) throws IOException {
    room(1);
    buffer[length++] = (byte) c;
    return this;
  }

  GcodeText add(String text) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    if (bytes.length > buffer.length) {
      flush();
      out.write(bytes);
      return this;
    }
    room(bytes.length);
    System.arraycopy(bytes, 0, buffer, length, bytes.length);
    length += bytes.length;
    return this;
  }

  /** A number given in units of 10^-decimals, without trailing zeros. */
  GcodeText addFixed(long scaled, int decimals) throws IOException {
    room(24);
    long value = scaled;
    if (value < 0) {
      buffer[length++] = '-';
      value = -value;
    }
    long whole = value / POWERS[decimals];
    long rest = value % POWERS[decimals];
    int from = length;
    do {
      buffer[length++] = (byte) ('0' + whole % 10);
      whole /= 10;
    } while (whole > 0);
    for (int a = from, b = length - 1; a < b; a++, b--) {
      byte swap = buffer[a];
      buffer[a] = buffer[b];
      buffer[b] = swap;
    }
    if (rest > 0) {
      buffer[length++] = '.';
      for (int digit = decimals - 1; rest > 0; digit--) {
        buffer[length++] = (byte) ('0' + rest / POWERS[digit]);
        rest %= POWERS[digit];
      }
    }
    return this;
  }

  private void room(int bytes) throws IOException {
    if (length + bytes > buffer.length) {
      flush();
    }
  }

  void flush() throws IOException {
    out.write(buffer, 0, length);
    length = 0;
  }
}
