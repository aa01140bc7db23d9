import { bytes, client, data, type CoverageView, type SampleView } from '../api/client';
import type { SampleSpot, Values } from './document';

/** A place of which the values are asked. */
export interface Spot {
  readonly piece: string;
  readonly body: string;
  readonly region: string;
  /** Empty for all lines. */
  readonly role: string;
  /** mm. */
  readonly height: number;
}

/** What can be asked of a result beside what it tells by itself. */
export class Inquiries {
  /**
   * @param revision that the shown result belongs to
   */
  constructor(private readonly revision: () => string) {}

  values(spot: Spot): Promise<Values> {
    const path = { revision: this.revision() };
    const params = { path, query: { ...spot } };
    return data(client.GET('/api/revisions/{revision}/settings', { params })) as Promise<Values>;
  }

  sample(spot: SampleSpot): Promise<SampleView[]> {
    const path = { revision: this.revision() };
    const params = { path, query: { ...spot } };
    return data(client.GET('/api/revisions/{revision}/sample', { params }));
  }

  coverage(rule: string): Promise<CoverageView> {
    const path = { revision: this.revision(), rule };
    return data(client.GET('/api/revisions/{revision}/rules/{rule}', { params: { path } }));
  }

  /** Ends of the lines that draw a region: of many layers, or of the one at a height, mm. */
  regionContours(piece: string, region: string, height?: number): Promise<Float32Array> {
    return this.contours(`pieces/${piece}/regions/${region}`, height);
  }

  /** Ends of the lines that draw where a rule holds, as those of a region. */
  ruleContours(rule: string, height?: number): Promise<Float32Array> {
    return this.contours(`rules/${encodeURIComponent(rule)}/contours`, height);
  }

  private async contours(place: string, height: number | undefined): Promise<Float32Array> {
    const query = height === undefined ? '' : `?height=${height}`;
    const address = `/api/revisions/${this.revision()}/${place}${query}`;
    return new Float32Array(await bytes(address));
  }
}
