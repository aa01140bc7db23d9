import type { LayerPaths } from '../api/layer';
import { drawLayer, type Drawing, type View } from './draw';

/** The layer below is drawn so faint. */
const FAINT = 0.13;

/** What a picture of a layer was drawn from. */
interface Drawn {
  readonly paths: LayerPaths;
  readonly view: View;
  readonly width: number;
  readonly height: number;
  readonly hidden: string;
  readonly colours: string;
}

/**
 * The layer below the shown one, faint and coloured by its filaments. Its picture is kept: it stays
 * the same while colours tell something else of the layer above.
 */
export class FaintLayer {
  private canvas: HTMLCanvasElement | undefined;
  private drawn: Drawn | undefined;

  /**
   * Draws it on a canvas of some size.
   *
   * @param ratio pixels of the canvas for each of the page
   */
  draw(
    ctx: CanvasRenderingContext2D,
    paths: LayerPaths,
    size: { readonly width: number; readonly height: number; readonly ratio: number },
    drawing: Drawing,
  ): void {
    const { view } = drawing;
    const wanted = {
      paths,
      view,
      width: size.width * size.ratio,
      height: size.height * size.ratio,
      hidden: [...drawing.hiddenRoles].join(),
      colours: [...new Set(paths.slot)].map(drawing.slotColour).join(),
    };
    this.canvas ??= document.createElement('canvas');
    if (!isSame(this.drawn, wanted)) {
      this.canvas.width = wanted.width;
      this.canvas.height = wanted.height;
      const own = this.canvas.getContext('2d');
      if (!own) {
        return;
      }
      own.scale(size.ratio, size.ratio);
      drawLayer(own, paths, { ...drawing, colourBy: 'filament', travels: false, until: undefined });
      this.drawn = wanted;
    }
    if (wanted.width > 0 && wanted.height > 0) {
      ctx.globalAlpha = FAINT;
      ctx.drawImage(this.canvas, 0, 0, size.width, size.height);
      ctx.globalAlpha = 1;
    }
  }
}

function isSame(a: Drawn | undefined, b: Drawn): boolean {
  return (
    a !== undefined &&
    a.paths === b.paths &&
    a.view.scale === b.view.scale &&
    a.view.scaleY === b.view.scaleY &&
    a.view.shiftX === b.view.shiftX &&
    a.view.shiftY === b.view.shiftY &&
    a.width === b.width &&
    a.height === b.height &&
    a.hidden === b.hidden &&
    a.colours === b.colours
  );
}
