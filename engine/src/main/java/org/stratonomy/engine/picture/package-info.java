/**
 * A small picture of a plan, drawn without a screen.
 *
 * <p>Door: {@link org.stratonomy.engine.picture.PlanPicture}. In: a plan and its meshes. Out: an
 * image.
 */
package org.stratonomy.engine.picture;
