package org.stratonomy.engine.plan;

/**
 * A halt that the planner put: before the layer that starts at a height.
 *
 * @param heightMm above the bed; a layer plane is laid through it
 * @param note what to tell the operator, may be empty
 */
public record Stop(String id, double heightMm, String note) {}
