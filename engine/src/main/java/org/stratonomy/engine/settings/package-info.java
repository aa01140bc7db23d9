/**
 * The catalogue of settings, the rules that set them, and the places that rules are for.
 *
 * <p>Door: {@link org.stratonomy.engine.settings.Setting}. In: a machine and a filament, on which
 * defaults depend. Out: {@link org.stratonomy.engine.settings.Settings}, one value for each
 * setting.
 */
package org.stratonomy.engine.settings;
