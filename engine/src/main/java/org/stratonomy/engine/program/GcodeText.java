package org.stratonomy.engine.program;

import java.io.IOException;
import java.io.OutputStream;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** Text of a program as bytes, with numbers in fixed point and no longer than they need to be. */
final class GcodeText {
  private static final int MOST_COPIED = 4096;

  /** A space, a letter, a sign, 19 digits and a point, and what is put beyond the last of them. */
  private static final int LONGEST_WORD = 28;

  private static final VarHandle FOUR_BYTES =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

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

  /** The code of a move: G and a digit. */
  GcodeText move(char digit) throws IOException {
    room(2);
    buffer[length] = 'G';
    buffer[length + 1] = (byte) digit;
    length += 2;
    return this;
  }

  /** A word with a number given in units of 10^-3, without trailing zeros. */
  GcodeText thousandths(char letter, long scaled) throws IOException {
    long positive = begin(letter, scaled);
    long whole = positive / 1000;
    addWhole(whole);
    addFraction((int) (positive - 1000 * whole));
    return this;
  }

  /** A word with a number given in units of 10^-5, without trailing zeros. */
  GcodeText hundredThousandths(char letter, long scaled) throws IOException {
    long positive = begin(letter, scaled);
    long whole = positive / 100_000;
    addWhole(whole);
    int rest = (int) (positive - 100_000 * whole);
    int first = rest / 100;
    int last = 10 * (rest - 100 * first);
    if (last == 0) {
      addFraction(first);
    } else {
      put(Digits.FRACTION[first]);
      length += 4;
      put(Digits.FRACTION[last] >>> 8);
      length += Digits.FRACTION_LENGTH[last] - 1;
    }
    return this;
  }

  /** A word with a whole number. */
  GcodeText number(char letter, long number) throws IOException {
    addWhole(begin(letter, number));
    return this;
  }

  /** Begins a word, writes the sign of its number, and returns the number without it. */
  private long begin(char letter, long number) throws IOException {
    room(LONGEST_WORD);
    buffer[length] = ' ';
    buffer[length + 1] = (byte) letter;
    length += 2;
    if (number < 0) {
      buffer[length++] = '-';
      return -number;
    }
    return number;
  }

  private void addWhole(long number) {
    if (number < 1000) {
      put(Digits.WHOLE[(int) number]);
      length += number < 10 ? 1 : number < 100 ? 2 : 3;
    } else if (number < 1_000_000) {
      int thousands = (int) number / 1000;
      addWhole(thousands);
      put(Digits.FRACTION[(int) number - 1000 * thousands] >>> 8);
      length += 3;
    } else {
      for (char digit : Long.toString(number).toCharArray()) {
        buffer[length++] = (byte) digit;
      }
    }
  }

  private void addFraction(int thousandths) {
    put(Digits.FRACTION[thousandths]);
    length += Digits.FRACTION_LENGTH[thousandths];
  }

  /** Puts four characters at the end of the text, of which it may take on fewer. */
  private void put(int characters) {
    FOUR_BYTES.set(buffer, length, characters);
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

  /** The digits of each number below 1000 as four characters in an int, the first one lowest. */
  private static final class Digits {
    /** Without zeros before the number. */
    static final int[] WHOLE = new int[1000];

    /** A point and three digits. */
    static final int[] FRACTION = new int[1000];

    /** How many characters of the fraction are left without its last zeros, none of 0. */
    static final byte[] FRACTION_LENGTH = new byte[1000];

    static {
      for (int i = 0; i < 1000; i++) {
        WHOLE[i] = packed(Integer.toString(i));
        String fraction = String.format(Locale.ROOT, ".%03d", i);
        FRACTION[i] = packed(fraction);
        FRACTION_LENGTH[i] = (byte) (i == 0 ? 0 : fraction.replaceFirst("0+$", "").length());
      }
    }

    private static int packed(String text) {
      int packed = 0;
      for (int i = 0; i < text.length(); i++) {
        packed |= text.charAt(i) << (8 * i);
      }
      return packed;
    }
  }
}
