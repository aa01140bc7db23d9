package org.stratonomy.engine.mesh;

/**
 * What was found in a mesh and mended when it was read.
 *
 * @param triangles number of triangles kept
 * @param vertices number of vertices after welding
 * @param degenerate triangles dropped because two corners fell together
 * @param openEdges edges with a triangle on one side only; a sound solid has none
 * @param holesClosed small holes that were closed
 * @param flipped triangles turned over so that they agree with their neighbours and face outwards
 * @param shells connected parts
 * @param volumeMm3 enclosed volume, as if the file's unit were mm
 * @param areaMm2 surface
 * @param bounds x min, y min, z min, x max, y max, z max, mm
 */
public record MeshReport(
    int triangles,
    int vertices,
    int degenerate,
    int openEdges,
    int holesClosed,
    int flipped,
    int shells,
    double volumeMm3,
    double areaMm2,
    Bounds bounds) {}
