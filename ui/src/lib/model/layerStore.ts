import { bytes } from '../api/client';
import { readLayer, type LayerPaths } from '../api/layer';
import { Recent } from './recent';

/** So many bytes of toolpaths are kept; a layer of very many lines has more than a million. */
const BYTES_KEPT = 150e6;

/** Where the toolpaths of a result are had. */
interface Source {
  /** Of its layers, but for their numbers. */
  readonly address: string;
  /** How long each layer takes, s. */
  readonly seconds: readonly number[];
}

/** Toolpaths of layers, kept while they are likely to be looked at again. */
export class LayerStore {
  private readonly kept = new Recent<LayerPaths>(BYTES_KEPT, (paths) => paths.xy.buffer.byteLength);

  /**
   * @param source of the result that is shown
   */
  constructor(private readonly source: () => Source) {}

  /**
   * @param n from 1
   */
  get(n: number): Promise<LayerPaths> {
    const { address, seconds } = this.source();
    return this.kept.get(address + n, async () =>
      readLayer(await bytes(address + n), seconds[n - 1] ?? 0),
    );
  }

  /** Whether a layer need not be waited for, or is under way. */
  has(n: number): boolean {
    return this.kept.has(this.source().address + n);
  }

  /**
   * Layers that may be asked for ahead: first those that one jumps to, then the nearest to a layer,
   * and only so many that none that are at hand are forgotten for them.
   *
   * @param size of a layer, bytes, about
   */
  ahead(n: number, size: number, landmarks: readonly number[]): number[] {
    const { address, seconds } = this.source();
    const most = Math.max(0, Math.floor(this.kept.roomBeside(address) / Math.max(1, size)));
    const near = Array.from({ length: seconds.length }, (_, i) => i + 1);
    near.sort((a, b) => Math.abs(a - n) - Math.abs(b - n));
    const order = [...new Set([...landmarks, ...near])];
    return order.filter((layer) => !this.has(layer)).slice(0, most);
  }
}
