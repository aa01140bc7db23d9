package org.stratonomy.engine.path;

import org.stratonomy.engine.plane.Path;

/**
 * A line to print, before its settings and its place in the order are known.
 *
 * @param widthMm what it takes up beside its neighbours; its cross-section is width × layer height
 */
public record Line(Role role, Path path, double widthMm) {}
