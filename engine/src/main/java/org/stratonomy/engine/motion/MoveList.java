package org.stratonomy.engine.motion;

import java.util.Arrays;

/** Straight moves in the plane, one after the other, each with its largest speed and a tag. */
public final class MoveList {
  /** Moves shorter than this are none. */
  private static final double SHORTEST_MM = 1e-9;

  double[] dx;
  double[] dy;
  double[] length;
  double[] speed;
  int[] tag;
  boolean[] rest;
  int size;
  private boolean restNext = true;

  /**
   * @param expected about how many moves there will be
   */
  public MoveList(int expected) {
    int room = Math.max(16, expected);
    dx = new double[room];
    dy = new double[room];
    length = new double[room];
    speed = new double[room];
    tag = new int[room];
    rest = new boolean[room];
  }

  /** The head comes to rest before the next move. */
  public void rest() {
    restNext = true;
  }

  /**
   * @param maxSpeed mm/s
   * @param label what the move's time is counted under
   */
  public void add(double fromX, double fromY, double toX, double toY, double maxSpeed, int label) {
    double x = toX - fromX;
    double y = toY - fromY;
    double distance = Math.sqrt(x * x + y * y);
    if (distance < SHORTEST_MM) {
      return;
    }
    if (size == dx.length) {
      dx = Arrays.copyOf(dx, 2 * size);
      dy = Arrays.copyOf(dy, 2 * size);
      length = Arrays.copyOf(length, 2 * size);
      speed = Arrays.copyOf(speed, 2 * size);
      tag = Arrays.copyOf(tag, 2 * size);
      rest = Arrays.copyOf(rest, 2 * size);
    }
    dx[size] = x / distance;
    dy[size] = y / distance;
    length[size] = distance;
    speed[size] = maxSpeed;
    tag[size] = label;
    rest[size] = restNext;
    restNext = false;
    size++;
  }
}
