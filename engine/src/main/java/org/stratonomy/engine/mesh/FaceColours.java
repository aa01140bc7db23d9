package org.stratonomy.engine.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Colours that a file gives single triangles. They are found again on a mesh by where their corners
 * lie, whatever welding, ordering and single precision did to the mesh in between.
 */
public final class FaceColours {
  public static final FaceColours NONE = new FaceColours();

  private final List<String> palette = new ArrayList<>();
  private final Map<String, Integer> numbers = new HashMap<>();

  /** Number of a colour by the place of a triangle. */
  private final Map<Place, Integer> colours = new HashMap<>();

  /** The corners of a triangle in single precision, the least first. */
  private record Place(float[] corners) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Place place && Arrays.equals(corners, place.corners);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(corners);
    }
  }

  /**
   * @param triangle of the soup, from 0
   * @param colour as #rrggbb
   */
  public void add(TriangleSoup soup, int triangle, String colour) {
    int number = numbers.computeIfAbsent(colour, c -> palette.size());
    if (number == palette.size()) {
      palette.add(colour);
    }
    float[] corners = new float[9];
    for (int i = 0; i < 9; i++) {
      corners[i] = (float) soup.get(3 * triangle + i / 3, i % 3);
    }
    colours.put(place(corners), number);
  }

  public boolean isEmpty() {
    return colours.isEmpty();
  }

  /** The triangles of a mesh by their colours. */
  public Map<String, BitSet> on(Mesh mesh) {
    Map<String, BitSet> found = new LinkedHashMap<>();
    float[] corners = new float[9];
    for (int t = 0; t < mesh.triangleCount() && !isEmpty(); t++) {
      for (int i = 0; i < 9; i++) {
        corners[i] = (float) mesh.coordinate(mesh.corner(t, i / 3), i % 3);
      }
      Integer number = colours.get(place(corners.clone()));
      if (number != null) {
        found.computeIfAbsent(palette.get(number), c -> new BitSet()).set(t);
      }
    }
    return found;
  }

  /** Whichever way, and from whichever corner on, the triangle is gone around. */
  private static Place place(float[] corners) {
    Integer[] order = {0, 1, 2};
    Arrays.sort(
        order, (a, b) -> Arrays.compare(corners, 3 * a, 3 * a + 3, corners, 3 * b, 3 * b + 3));
    float[] sorted = new float[9];
    for (int k = 0; k < 3; k++) {
      System.arraycopy(corners, 3 * order[k], sorted, 3 * k, 3);
    }
    for (int i = 0; i < 9; i++) {
      sorted[i] += 0f;
    }
    return new Place(sorted);
  }
}
