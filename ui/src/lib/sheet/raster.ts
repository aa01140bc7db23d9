/** The axis along which a line is followed, and the one aside of it. */
interface Axes {
  /** Pixels along and aside. */
  readonly length: number;
  readonly width: number;
  /** From a pixel to the next one along and aside. */
  readonly step: number;
  readonly stepAside: number;
}

/** Lines of less than twice this width have ends of which the form cannot be seen, pixels. */
const THIN = 0.9;

/** Lines drawn pixel by pixel: many times faster than paths of a canvas where there are thousands. */
export class Raster {
  /** Of each pixel, as it lies in little-endian memory: alpha, blue, green, red. */
  private readonly pixels: Int32Array;
  private readonly width: number;
  private readonly height: number;
  private readonly across: Axes;
  private readonly up: Axes;

  constructor(image: Pick<ImageData, 'data' | 'width' | 'height'>) {
    this.width = image.width;
    this.height = image.height;
    this.pixels = new Int32Array(
      image.data.buffer,
      image.data.byteOffset,
      this.width * this.height,
    );
    this.across = { length: this.width, width: this.height, step: 1, stepAside: this.width };
    this.up = { length: this.height, width: this.width, step: this.width, stepAside: 1 };
  }

  /**
   * Draws a straight line over what is there; a pixel takes as much of the colour as the line covers
   * of it, near enough.
   *
   * @param half of its width, pixels
   * @param rgb its colour, 0xrrggbb
   * @param before how far a thin line reaches out over its start, pixels
   * @param beyond how far it reaches out over its end
   */
  line(
    ax: number,
    ay: number,
    bx: number,
    by: number,
    half: number,
    rgb: number,
    before = half,
    beyond = half,
  ): void {
    const colour = ((rgb & 255) << 16) | (rgb & 0xff00) | (rgb >> 16);
    if (half > THIN) {
      this.round(ax, ay, bx, by, half, colour);
    } else if (Math.abs(bx - ax) >= Math.abs(by - ay)) {
      if (ax <= bx) {
        this.thin(ax, ay, bx, by, half, colour, before, beyond, this.across);
      } else {
        this.thin(bx, by, ax, ay, half, colour, beyond, before, this.across);
      }
    } else if (ay <= by) {
      this.thin(ay, ax, by, bx, half, colour, before, beyond, this.up);
    } else {
      this.thin(by, bx, ay, ax, half, colour, beyond, before, this.up);
    }
  }

  /** Goes along the axis that a line runs along more, upwards, and cuts it off along the other. */
  private thin(
    ax: number,
    ay: number,
    bx: number,
    by: number,
    half: number,
    colour: number,
    before: number,
    beyond: number,
    axes: Axes,
  ): void {
    const rise = bx > ax ? (by - ay) / (bx - ax) : 0;
    const steepness = Math.sqrt(1 + rise * rise);
    const from = Math.max(0, ax - before / steepness);
    const to = Math.min(axes.length, bx + beyond / steepness);
    const aside = half * steepness;
    for (let column = from | 0; column < to; column++) {
      const left = Math.max(column, from);
      const right = Math.min(column + 1, to);
      const middle = ay + rise * ((left + right) / 2 - ax);
      const low = Math.max(0, middle - aside);
      const high = Math.min(axes.width, middle + aside);
      const whole = 255 * (right - left);
      for (let row = low | 0; row < high; row++) {
        const share = Math.min(high, row + 1) - Math.max(low, row);
        const alpha = (whole * share + 0.5) | 0;
        if (alpha > 0) {
          this.put(column * axes.step + row * axes.stepAside, colour, alpha);
        }
      }
    }
  }

  /** Looks at each pixel that is within reach of a line, and how far it is from the middle. */
  private round(
    ax: number,
    ay: number,
    bx: number,
    by: number,
    half: number,
    colour: number,
  ): void {
    const dx = bx - ax;
    const dy = by - ay;
    const length = Math.sqrt(dx * dx + dy * dy);
    const ux = length > 0 ? dx / length : 1;
    const uy = length > 0 ? dy / length : 0;
    const reach = half + 0.5;
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
          this.put(i, colour, share >= 1 ? 255 : (255 * share + 0.5) | 0);
        }
        along += ux;
        aside -= uy;
      }
    }
  }

  /**
   * Lays a colour over a pixel, of which it covers so much, 0 to 255.
   *
   * @param colour 0xbbggrr
   */
  private put(i: number, colour: number, alpha: number): void {
    const under = this.pixels[i]!;
    if (alpha === 255 || under === 0) {
      this.pixels[i] = (alpha << 24) | colour;
      return;
    }
    const known = under >>> 24;
    // Lines of one colour lie side by side: together they cover as much as both do.
    if ((under & 0xffffff) === colour) {
      this.pixels[i] = (Math.min(255, known + alpha) << 24) | colour;
      return;
    }
    const all = alpha + (known * (255 - alpha)) / 255;
    const share = alpha / all;
    const r = under & 255;
    const g = (under >> 8) & 255;
    const b = (under >> 16) & 255;
    this.pixels[i] =
      ((all + 0.5) << 24) |
      ((b + ((colour >> 16) - b) * share + 0.5) << 16) |
      ((g + (((colour >> 8) & 255) - g) * share + 0.5) << 8) |
      (r + ((colour & 255) - r) * share + 0.5);
  }
}

/** A line that rises less than this over its whole length is level. */
const FLAT = 1e-6;
