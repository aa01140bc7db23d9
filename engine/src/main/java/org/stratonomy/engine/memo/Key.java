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

    public Builder add(Enum<?> constant) {
      return add(constant.name());
    }

    /**
     * Takes in all components of a record, so that nothing that a stage reads through it is left
     * out of its key.
     *
     * @throws IllegalArgumentException if it holds anything but numbers, booleans, texts, constants
     *     and such records
     */
    public Builder add(Record record) {
      Components.of(record.getClass()).forEach(component -> addValue(component.of(record)));
      return this;
    }

    private void addValue(Object value) {
      switch (value) {
        case Double number -> add(number.doubleValue());
        case Integer number -> add(number.longValue());
        case Long number -> add(number.longValue());
        case Boolean truth -> add(truth ? 1 : 0);
        case String text -> add(text);
        case Enum<?> constant -> add(constant);
        case Key key -> add(key);
        case Record record -> add(record);
        default -> throw new IllegalArgumentException(value.getClass() + " is no part of a key");
      }
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
