/**
 * Where support stands, and its lines.
 *
 * <p>Door: {@link org.stratonomy.engine.support.Supports}. In: sections and cells of a piece. Out:
 * lines of support and of its interface.
 */
package org.stratonomy.engine.support;
