/**
 * Travel between strokes.
 *
 * <p>Door: {@link org.stratonomy.engine.travel.TravelPlanner}. In: where one stroke ends and the
 * next begins. Out: travels, around outlines if need be.
 */
package org.stratonomy.engine.travel;
