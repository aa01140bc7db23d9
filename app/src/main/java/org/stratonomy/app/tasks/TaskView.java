package org.stratonomy.app.tasks;

import java.util.UUID;

/**
 * How far a task is.
 *
 * @param stage what is being done
 * @param done of the stage
 * @param total of the stage
 * @param ended whether it is over, well or not
 * @param hasResult whether its result is the answer that was asked for; else the request is made
 *     again when the task has ended
 */
public record TaskView(
    UUID id, String stage, int done, int total, boolean ended, boolean hasResult) {}
