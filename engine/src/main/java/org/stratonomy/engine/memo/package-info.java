/**
 * Remembers results of pure functions by a key of all that they read, within a budget of memory.
 *
 * <p>Door: {@link org.stratonomy.engine.memo.Memo}. In: a key and a function. Out: its value,
 * computed or remembered.
 */
package org.stratonomy.engine.memo;
