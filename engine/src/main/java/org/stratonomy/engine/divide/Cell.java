package org.stratonomy.engine.divide;

import org.stratonomy.engine.plan.SpotSettings;
import org.stratonomy.engine.plane.Area;

/** An area of a layer of a piece in which one resolved set of settings holds. */
public record Cell(Area area, SpotSettings settings) {}
