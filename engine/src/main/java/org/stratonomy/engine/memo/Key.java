package org.stratonomy.engine.memo;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/**
 * The inputs of a computation, condensed to 128 bits of their SHA-256: equal inputs have equal
 * keys, and different ones do not meet by chance.
 */
public record Key(long high, long low) {

  /** Starts a key for a stage; stages with other names never share results. */
  public static Builder of(String stage) {
    return new Builder().add(stage);
  }

  /** Takes in inputs one by one; their order and types matter. */
  public static final class Builder {
    private static final MessageDigest EMPTY = sha256();

    private final MessageDigest digest;
    private final ByteBuffer buffer = ByteBuffer.allocate(512);

    private Builder() {
      digest = newDigest();
    }

    /** A copy is made much faster than a digest is looked up. */
    private static MessageDigest newDigest() {
      try {
        return (MessageDigest) EMPTY.clone();
      } catch (CloneNotSupportedException e) {
        throw new IllegalStateException("the platform's SHA-256 can be copied", e);
      }
    }

    private static MessageDigest sha256() {
      try {
        return MessageDigest.getInstance("SHA-256");
      } catch (NoSuchAlgorithmException e) {
        throw new IllegalStateException("every Java platform has SHA-256", e);
      }
    }

    public Builder add(String text) {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      add(bytes.length);
      flush();
      digest.update(bytes);
      return this;
    }

    public Builder add(long number) {
      room();
      buffer.putLong(number);
      return this;
    }

    public Builder add(double number) {
      return add(Double.doubleToLongBits(number));
    }

    public Builder add(Key key) {
      return add(key.high).add(key.low);
    }

    public Key build() {
      flush();
      ByteBuffer hash = ByteBuffer.wrap(digest.digest());
      return new Key(hash.getLong(), hash.getLong());
    }

    private void room() {
      if (buffer.remaining() < Long.BYTES) {
        flush();
      }
    }

    private void flush() {
      digest.update(buffer.flip());
      buffer.clear();
    }
  }
}
