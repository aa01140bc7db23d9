package org.stratonomy.engine.merge;

/**
 * A point in a layer where the machine waits for its operator.
 *
 * @param beforeStroke index of the stroke that follows; 0 is before the layer
 * @param fromSlot filament that comes out
 * @param toSlot filament that goes in; the same if nothing is changed
 * @param note what to tell the operator, may be empty
 */
public record Halt(int beforeStroke, int fromSlot, int toSlot, String note) {
  public boolean isColourChange() {
    return fromSlot != toSlot;
  }
}
