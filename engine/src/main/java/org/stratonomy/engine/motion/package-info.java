/**
 * How long moves take on a machine with limited acceleration, and what a layer takes.
 *
 * <p>Door: {@link org.stratonomy.engine.motion.MotionModel}. In: moves. Out: seconds.
 */
package org.stratonomy.engine.motion;
