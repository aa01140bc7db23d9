/**
 * The machine program: writes a schedule as G-code in the dialect of a machine, and encloses the
 * plan.
 *
 * <p>Door: {@link org.stratonomy.engine.program.ProgramWriter}. In: a schedule. Out: bytes.
 */
package org.stratonomy.engine.program;
