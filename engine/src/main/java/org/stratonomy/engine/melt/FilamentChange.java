package org.stratonomy.engine.melt;

/**
 * From one filament or mix to another one.
 *
 * @param from slot of what comes out
 * @param to slot of what goes in
 */
public record FilamentChange(int from, int to) {}
