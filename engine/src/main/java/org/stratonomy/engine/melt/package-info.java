/**
 * How much must be pushed out until one filament follows another clean.
 *
 * <p>Door: {@link org.stratonomy.engine.melt.PurgeVolumes}. In: colours and pigment of two
 * filaments. Out: mm³.
 */
package org.stratonomy.engine.melt;
