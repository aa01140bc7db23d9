/**
 * What holds pieces on the bed or primes the nozzle: brim, skirt, raft.
 *
 * <p>Door: {@link org.stratonomy.engine.adhesion.Brim}, {@link
 * org.stratonomy.engine.adhesion.Skirt}, {@link org.stratonomy.engine.adhesion.Raft}. In: areas of
 * the first layer. Out: lines.
 */
package org.stratonomy.engine.adhesion;
