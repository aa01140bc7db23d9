/**
 * Divides the sections of a piece into cells: places in which the same values hold.
 *
 * <p>Door: {@link org.stratonomy.engine.divide.Cells}. In: sections, regions, rules. Out: {@link
 * org.stratonomy.engine.divide.Cell}s of each layer, which share no place and make up its section.
 */
package org.stratonomy.engine.divide;
