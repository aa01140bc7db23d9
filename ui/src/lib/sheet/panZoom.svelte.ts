import type { View } from './draw';

/** Height of what stands above the drawing, pixels. */
const HEAD = 26;

/** Height that the drawing leaves free, pixels. */
const MARGIN = 30;

/** Which part of the bed a sheet shows. */
export class PanZoom {
  private zoom = $state(1);
  private x = $state(0);
  private y = $state(0);

  /**
   * @param extent what is shown without zoom: least x and y, largest x and y, mm
   * @param isTilted whether Y goes down on the sheet
   */
  view(
    width: number,
    height: number,
    extent: readonly [number, number, number, number],
    isTilted = false,
  ): View {
    const [x0, y0, x1, y1] = extent;
    const fit = Math.min(width / (x1 - x0), Math.max(40, height - MARGIN) / (y1 - y0)) * this.zoom;
    const scaleY = isTilted ? fit : -fit;
    return {
      scale: fit,
      scaleY,
      shiftX: width / 2 - ((x0 + x1) / 2) * fit + this.x,
      shiftY: (height + HEAD) / 2 - ((y0 + y1) / 2) * scaleY + this.y,
    };
  }

  /** Moves by some pixels. */
  pan(dx: number, dy: number): void {
    this.x += dx;
    this.y += dy;
  }

  /** Zooms about a place of the sheet, counted from its middle, pixels. */
  zoomAbout(factor: number, x: number, y: number): void {
    const next = Math.max(0.5, Math.min(60, this.zoom * factor));
    const py = y - HEAD / 2;
    this.x = x - ((x - this.x) * next) / this.zoom;
    this.y = py - ((py - this.y) * next) / this.zoom;
    this.zoom = next;
  }

  /** Shows all again. */
  fit(): void {
    this.zoom = 1;
    this.x = 0;
    this.y = 0;
  }
}
