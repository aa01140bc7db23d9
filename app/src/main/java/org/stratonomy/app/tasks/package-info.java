/**
 * Work beside requests: bounded, fair, cancellable, and followed by the browser. Its door is {@link
 * org.stratonomy.app.tasks.TaskService}; work flows in, and its result or a {@link
 * org.stratonomy.app.tasks.TaskView} comes out.
 */
package org.stratonomy.app.tasks;
