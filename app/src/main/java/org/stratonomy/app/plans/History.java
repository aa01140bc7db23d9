package org.stratonomy.app.plans;

import java.util.List;

/**
 * A part of a plan's history.
 *
 * @param states the newest first
 * @param goesOn whether there are states from before these
 */
public record History(List<HistoryEntry> states, boolean goesOn) {}
