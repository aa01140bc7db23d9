import type { PlanSession } from '../model/session.svelte';

/** The purge tower being drawn to another place on the layer sheet. */
export class TowerDrag {
  /** Where its middle would stand, mm, while it is drawn. */
  at: { x: number; y: number } | undefined = $state.raw(undefined);
  private grip = { x: 0, y: 0 };

  constructor(private readonly session: PlanSession) {}

  /** Whether a place lies on the tower in the layer that is shown. */
  isOn(x: number, y: number): boolean {
    const tower = this.session.result?.purging.tower;
    return (
      tower !== undefined &&
      tower !== null &&
      this.session.plane < tower.height &&
      Math.max(Math.abs(x - tower.x), Math.abs(y - tower.y)) <= tower.side / 2
    );
  }

  /** Takes hold of the tower if a place lies on it. */
  start(x: number, y: number): boolean {
    if (!this.isOn(x, y)) {
      return false;
    }
    const tower = this.session.result!.purging.tower!;
    this.grip = { x: x - tower.x, y: y - tower.y };
    this.at = { x: tower.x, y: tower.y };
    return true;
  }

  move(x: number, y: number): void {
    this.at = { x: x - this.grip.x, y: y - this.grip.y };
  }

  /** Leaves it where it is; a click alone moves nothing. */
  drop(): void {
    const tower = this.session.result?.purging.tower;
    const at = this.at;
    this.at = undefined;
    if (at && tower && Math.hypot(at.x - tower.x, at.y - tower.y) > 0.05) {
      const place = [Number(at.x.toFixed(1)), Number(at.y.toFixed(1))];
      void this.session.edit({ action: 'PLACE_TOWER', at: place });
    }
  }

  /** Its footprint while it is drawn: both ends of each edge, x y z. */
  outline(): Float32Array | undefined {
    const tower = this.session.result?.purging.tower;
    if (!this.at || !tower) {
      return undefined;
    }
    const half = tower.side / 2;
    const { x, y } = this.at;
    const [w, e, s, n] = [x - half, x + half, y - half, y + half];
    return new Float32Array([
      ...[w, s, 0, e, s, 0],
      ...[e, s, 0, e, n, 0],
      ...[e, n, 0, w, n, 0],
      ...[w, n, 0, w, s, 0],
    ]);
  }
}
