package org.stratonomy.engine.divide;

import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.settings.SpotSettings;

/**
 * An area of a layer of a piece in which one resolved set of settings holds.
 *
 * @param regions ids of those that it is made of, in their order; none if a part of it is outside
 *     of regions
 */
public record Cell(Area area, SpotSettings settings, List<String> regions) {}
