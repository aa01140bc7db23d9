/**
 * Where pieces and bodies stand: arranging, aligning, laying down, joining, and how far what is
 * printed beside them reaches.
 *
 * <p>Door: {@link org.stratonomy.engine.place.Placer}. In: a plan and its meshes. Out: a plan.
 */
package org.stratonomy.engine.place;
