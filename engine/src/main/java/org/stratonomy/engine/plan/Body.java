package org.stratonomy.engine.plan;

/**
 * One mesh within a piece.
 *
 * @param mesh what a {@code MeshSource} finds the mesh under: a file name or a content hash
 */
public record Body(String id, String name, String mesh) {}
