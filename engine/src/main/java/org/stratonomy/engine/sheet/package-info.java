/**
 * The run sheet for the operator as PDF.
 *
 * <p>Door: {@link org.stratonomy.engine.sheet.RunSheet}. In: a result. Out: a document.
 */
package org.stratonomy.engine.sheet;
