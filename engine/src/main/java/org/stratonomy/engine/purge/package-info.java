/**
 * Where filament goes that is pushed out at changes: into lines for which any will do, and the
 * tower.
 *
 * <p>Door: {@link org.stratonomy.engine.purge.PurgeSinks}, {@link
 * org.stratonomy.engine.purge.TowerPlanner}. In: the filaments of each layer. Out: lines of the
 * tower, and those that take what is purged.
 */
package org.stratonomy.engine.purge;
