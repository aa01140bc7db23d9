/**
 * Lines of a layer, and what their makers share: the settings that they read, and what lies under
 * and over them.
 *
 * <p>Door: {@link org.stratonomy.engine.line.Line}. In: cells with their settings. Out: lines with
 * width and role.
 */
package org.stratonomy.engine.line;
