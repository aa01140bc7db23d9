/** Lines drawn pixel by pixel: many times faster than paths of a canvas where there are thousands. */
export class Raster {
  /** Of each pixel, as it lies in little-endian memory: alpha, blue, green, red. */
  private readonly pixels: Int32Array;
  private readonly width: number;
  private readonly height: number;

  constructor(image: Pick<ImageData, 'data' | 'width' | 'height'>) {
    this.width = image.width;
    this.height = image.height;
    this.pixels = new Int32Array(
      image.data.buffer,
      image.data.byteOffset,
      this.width * this.height,
    );
  }

  /**
   * Draws a straight line with round ends over what is there; a pixel takes as much of the colour as
   * the line covers of it, near enough.
   *
   * @param half of its width, pixels
   * @param colour 0xrrggbb
   */
  line(ax: number, ay: number, bx: number, by: number, half: number, colour: number): void {
    const dx = bx - ax;
    const dy = by - ay;
    const length = Math.sqrt(dx * dx + dy * dy);
    const ux = length > 0 ? dx / length : 1;
    const uy = length > 0 ? dy / length : 0;
    const reach = half + 0.5;
    const most = Math.min(1, 2 * half);
    const full = Math.round(255 * most);
    const top = Math.max(0, Math.ceil(Math.min(ay, by) - reach - 0.5));
    const bottom = Math.min(this.height - 1, Math.floor(Math.max(ay, by) + reach - 0.5));
    for (let row = top; row <= bottom; row++) {
      const y = row + 0.5 - ay;
      // Pixels that are within reach aside of the line, and along it.
      let from = -Infinity;
      let to = Infinity;
      if (Math.abs(uy) > FLAT) {
        const middle = (y * ux) / uy;
        const room = reach / Math.abs(uy);
        from = middle - room;
        to = middle + room;
      }
      if (Math.abs(ux) > FLAT) {
        const middle = (length / 2 - y * uy) / ux;
        const room = (length / 2 + reach) / Math.abs(ux);
        from = Math.max(from, middle - room);
        to = Math.min(to, middle + room);
      }
      const first = Math.max(0, Math.ceil(ax + from - 0.5));
      const last = Math.min(this.width - 1, Math.floor(ax + to - 0.5));
      let along = (first + 0.5 - ax) * ux + y * uy;
      let aside = y * ux - (first + 0.5 - ax) * uy;
      for (let i = row * this.width + first; i <= row * this.width + last; i++) {
        const beyond = along < 0 ? -along : along - length;
        const away = beyond <= 0 ? Math.abs(aside) : Math.sqrt(aside * aside + beyond * beyond);
        const share = reach - away;
        if (share > 0) {
          this.put(i, colour, share >= most ? full : (255 * share + 0.5) | 0);
        }
        along += ux;
        aside -= uy;
      }
    }
  }

  /** Lays a colour over a pixel, of which it covers so much, 0 to 255. */
  private put(i: number, colour: number, alpha: number): void {
    const under = this.pixels[i]!;
    const r = colour >> 16;
    const g = (colour >> 8) & 255;
    const b = colour & 255;
    if (alpha === 255 || under === 0) {
      this.pixels[i] = (alpha << 24) | (b << 16) | (g << 8) | r;
      return;
    }
    const left = ((under >>> 24) * (255 - alpha)) / 255;
    const all = alpha + left;
    const share = alpha / all;
    const ur = under & 255;
    const ug = (under >> 8) & 255;
    const ub = (under >> 16) & 255;
    this.pixels[i] =
      ((all + 0.5) << 24) |
      ((ub + (b - ub) * share + 0.5) << 16) |
      ((ug + (g - ug) * share + 0.5) << 8) |
      (ur + (r - ur) * share + 0.5);
  }
}

/** A line that rises less than this over its whole length is level. */
const FLAT = 1e-6;
