package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** Text of a program as bytes, with numbers in fixed point and no longer than they need to be. */
final class GcodeText {
  private static final int MOST_COPIED = 4096;

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
    int n = text.length();
    if (n > MOST_COPIED || !copied(text, n)) {
      flush();
      out.write(text.getBytes(StandardCharsets.UTF_8));
    }
    return this;
  }

  /** Copies a text into the buffer if it is ASCII. */
  private boolean copied(String text, int n) throws IOException {
    room(n);
    for (int i = 0; i < n; i++) {
      char c = text.charAt(i);
      if (c >= 0x80) {
        return false;
      }
      buffer[length + i] = (byte) c;
    }
    length += n;
    return true;
  }

  /** A number given in units of 10^-3, without trailing zeros. */
  GcodeText addThousandths(long scaled) throws IOException {
    long whole = sign(scaled) / 1000;
    addWhole(whole);
    int rest = (int) (Math.abs(scaled) - whole * 1000);
    if (rest > 0) {
      buffer[length++] = '.';
      int tens = rest / 10;
      buffer[length++] = (byte) ('0' + rest / 100);
      if (rest % 100 > 0) {
        buffer[length++] = (byte) ('0' + tens % 10);
        if (rest % 10 > 0) {
          buffer[length++] = (byte) ('0' + rest % 10);
        }
      }
    }
    return this;
  }

  /** A number given in units of 10^-5, without trailing zeros. */
  GcodeText addHundredThousandths(long scaled) throws IOException {
    long whole = sign(scaled) / 100_000;
    addWhole(whole);
    int rest = (int) (Math.abs(scaled) - whole * 100_000);
    if (rest > 0) {
      buffer[length] = '.';
      addPair(length + 1, rest / 1000);
      addPair(length + 3, rest / 10 % 100);
      buffer[length + 5] = (byte) ('0' + rest % 10);
      length += 6;
      while (buffer[length - 1] == '0') {
        length--;
      }
    }
    return this;
  }

  /** Two digits of a number below 100. */
  private void addPair(int at, int number) {
    int tens = number / 10;
    buffer[at] = (byte) ('0' + tens);
    buffer[at + 1] = (byte) ('0' + number - 10 * tens);
  }

  /** A whole number. */
  GcodeText addNumber(long number) throws IOException {
    addWhole(sign(number));
    return this;
  }

  /** Writes the sign of a number and returns the number without it. */
  private long sign(long number) throws IOException {
    room(24);
    if (number < 0) {
      buffer[length++] = '-';
    }
    return Math.abs(number);
  }

  private void addWhole(long number) {
    if (number >= Integer.MAX_VALUE) {
      for (char digit : Long.toString(number).toCharArray()) {
        buffer[length++] = (byte) digit;
      }
      return;
    }
    int value = (int) number;
    if (value < 10) {
      buffer[length++] = (byte) ('0' + value);
      return;
    }
    if (value < 100) {
      addPair(length, value);
      length += 2;
      return;
    }
    int digits = 3;
    for (int limit = 1000; digits < 10 && value >= limit; limit *= 10) {
      digits++;
      if (digits == 10) {
        break;
      }
    }
    for (int at = length + digits - 1; at >= length; at--) {
      int tenth = value / 10;
      buffer[at] = (byte) ('0' + value - 10 * tenth);
      value = tenth;
    }
    length += digits;
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
