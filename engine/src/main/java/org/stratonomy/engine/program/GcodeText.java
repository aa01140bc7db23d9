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
    long positive = sign(scaled);
    long whole = positive / 1000;
    addWhole(whole);
    int rest = (int) (positive - 1000 * whole);
    if (rest > 0) {
      int tens = rest / 10;
      buffer[length] = '.';
      addPair(length + 1, tens);
      buffer[length + 3] = (byte) ('0' + rest - 10 * tens);
      endAt(length + 4);
    }
    return this;
  }

  /** A number given in units of 10^-5, without trailing zeros. */
  GcodeText addHundredThousandths(long scaled) throws IOException {
    long positive = sign(scaled);
    long whole = positive / 100_000;
    addWhole(whole);
    int rest = (int) (positive - 100_000 * whole);
    if (rest > 0) {
      int pairs = rest / 10;
      int first = pairs / 100;
      buffer[length] = '.';
      addPair(length + 1, first);
      addPair(length + 3, pairs - 100 * first);
      buffer[length + 5] = (byte) ('0' + rest - 10 * pairs);
      endAt(length + 6);
    }
    return this;
  }

  /** Ends the text at a place in the buffer, or before the zeros that stand there. */
  private void endAt(int end) {
    int at = end;
    while (buffer[at - 1] == '0') {
      at--;
    }
    length = at;
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
      return -number;
    }
    return number;
  }

  private void addWhole(long number) {
    if (number < 10) {
      buffer[length++] = (byte) ('0' + number);
    } else if (number < 100) {
      addPair(length, (int) number);
      length += 2;
    } else if (number < 1000) {
      int hundreds = (int) number / 100;
      buffer[length] = (byte) ('0' + hundreds);
      addPair(length + 1, (int) number - 100 * hundreds);
      length += 3;
    } else {
      for (char digit : Long.toString(number).toCharArray()) {
        buffer[length++] = (byte) digit;
      }
    }
  }

  /** Two digits of a number below 100. */
  private void addPair(int at, int number) {
    int tens = number / 10;
    buffer[at] = (byte) ('0' + tens);
    buffer[at + 1] = (byte) ('0' + number - 10 * tens);
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
