import { valuesOf, type LayerPaths } from '../api/layer';
import { drawsInSoftware } from '../scene/graphics';
import { drawLayer, type Drawing, type Size } from './draw';

/** The layer below is drawn so faint. */
const FAINT = 0.13;

/** So many pictures are kept: of the shown layer, the one below it, and those to come. */
const KEPT = 12;

interface Picture {
  readonly canvas: HTMLCanvasElement;
  readonly paths: LayerPaths;
  /** All else that it was drawn from. */
  readonly key: string;
}

/**
 * Pictures of layers, which are kept: a layer is also the one below the next, it stays the same
 * while colours tell something else of the layer above, and the next ones are drawn ahead.
 */
export class LayerPictures {
  /** The one that was used last comes last. */
  private kept: Picture[] = [];

  /** Draws a layer as it is looked at. */
  draw(ctx: CanvasRenderingContext2D, paths: LayerPaths, size: Size, drawing: Drawing): void {
    this.put(ctx, this.picture(paths, size, drawing), size, 1);
  }

  /** Draws the layer below: faint, and coloured by its filaments. */
  drawBelow(ctx: CanvasRenderingContext2D, paths: LayerPaths, size: Size, drawing: Drawing): void {
    this.put(ctx, this.picture(paths, size, below(drawing)), size, FAINT);
  }

  /** Whether the layer below is drawn already, so that showing it takes no time. */
  hasBelow(paths: LayerPaths, size: Size, drawing: Drawing): boolean {
    const key = keyOf(paths, size, below(drawing));
    return this.kept.some((one) => one.paths === paths && one.key === key);
  }

  /** Draws a picture ahead. */
  prepare(paths: LayerPaths, size: Size, drawing: Drawing): void {
    this.picture(paths, size, drawing);
  }

  /** Draws a picture of a layer ahead, for when it is the one below. */
  prepareBelow(paths: LayerPaths, size: Size, drawing: Drawing): void {
    this.picture(paths, size, below(drawing));
  }

  private put(
    ctx: CanvasRenderingContext2D,
    picture: Picture | undefined,
    { width, height }: Size,
    alpha: number,
  ): void {
    if (picture && width > 0 && height > 0) {
      ctx.globalAlpha = alpha;
      ctx.drawImage(picture.canvas, 0, 0, width, height);
      ctx.globalAlpha = 1;
    }
  }

  private picture(paths: LayerPaths, size: Size, drawing: Drawing): Picture | undefined {
    const key = keyOf(paths, size, drawing);
    const known = this.kept.find((one) => one.paths === paths && one.key === key);
    this.kept = this.kept.filter((one) => one !== known);
    const picture = known ?? this.drawn(paths, size, drawing, key);
    if (picture) {
      this.kept.push(picture);
    }
    return picture;
  }

  private drawn(paths: LayerPaths, size: Size, drawing: Drawing, key: string): Picture | undefined {
    const unused = this.kept.length >= KEPT ? this.kept.shift() : undefined;
    const canvas = unused?.canvas ?? document.createElement('canvas');
    canvas.width = size.width * size.ratio;
    canvas.height = size.height * size.ratio;
    const ctx = canvas.getContext('2d', { willReadFrequently: drawsInSoftware() });
    if (!ctx) {
      return undefined;
    }
    drawLayer(ctx, size, paths, drawing);
    return { canvas, paths, key };
  }
}

function below(drawing: Drawing): Drawing {
  return { ...drawing, colourBy: 'filament', travels: false, until: undefined };
}

function keyOf(paths: LayerPaths, { width, height, ratio }: Size, d: Drawing): string {
  const { scale, scaleY, shiftX, shiftY } = d.view;
  const colours = [...valuesOf(paths, 'slot')].map(d.slotColour);
  return [
    ...[width, height, ratio, scale, scaleY, shiftX, shiftY],
    ...[d.colourBy, d.travels, d.travelColour, d.until ?? 'all'],
    ...[[...d.hiddenRoles].join('+'), ...colours],
  ].join(' ');
}
