/**
 * Keeps input that is broken, hostile or simply too large from stalling or exhausting the process:
 * what texts may contain, how long loops run after nobody waits for them, and how much memory files
 * may take before they are read. It knows nothing of the job.
 */
package org.stratonomy.engine.guard;
