/**
 * What plans share: machines, filaments, and what filaments become when they mix.
 *
 * <p>Door: {@link org.stratonomy.engine.shelf.Shelf}. In: data sheets. Out: {@link
 * org.stratonomy.engine.shelf.Machine} and {@link org.stratonomy.engine.shelf.Filament}.
 */
package org.stratonomy.engine.shelf;
