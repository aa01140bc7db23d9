import { Vector3 } from 'three';
import type { RegionDocument } from '../model/document';
import type { PlanSession } from '../model/session.svelte';
import { mark as paint } from './marker';
import { surface } from './meshes';
import { PatchMarks } from './patchMarks';
import type { Pick, PlanScene } from './PlanScene';

/** Of patches that no rule gives a filament. */
const ACCENT = '#0f6468';

interface Patched {
  readonly piece: string;
  readonly region: RegionDocument;
  readonly mesh: string;
}

/** Shows patches on the model, and marks the selected one while it is drawn on. */
export class PatchBrush {
  isDrawing = false;
  /** Marks of the selected patch while they are being drawn. */
  private drawn: PatchMarks | undefined = $state.raw(undefined);
  private marked: Promise<void> = Promise.resolve();

  constructor(
    private readonly session: PlanSession,
    private readonly scene: () => PlanScene | undefined,
  ) {}

  /** All patches with the meshes that they lie on. */
  private readonly patches: Patched[] = $derived.by(() =>
    this.session.document.pieces.flatMap((piece) => {
      const document = this.session.pieceDocument(piece.id);
      return (document?.regions ?? []).flatMap((region) => {
        const mesh = document!.bodies.find((body) => body.id === region.patch?.body)?.mesh;
        return region.patch && mesh ? [{ piece: piece.id, region, mesh }] : [];
      });
    }),
  );

  private isSelected({ piece, region }: Patched): boolean {
    const { selected, selectedRegion } = this.session;
    return region.id === selectedRegion?.id && piece === selected?.piece;
  }

  show(): void {
    const into = this.scene();
    const { patches, drawn } = this;
    if (!into) {
      return;
    }
    void Promise.all(
      patches.map(async (patch) => {
        const { body, triangles } = patch.region.patch!;
        const isDrawn = drawn && this.isSelected(patch);
        const on = await surface(this.session.state.id, patch.mesh);
        const marks = isDrawn ? drawn : PatchMarks.read(triangles, on.count);
        return {
          piece: patch.piece,
          body,
          triangles: marks.whole,
          parts: marks.partCorners((t) => on.corners(t)),
          colour: this.colour(patch),
        };
      }),
    ).then((marks) => into.setMarks(marks));
  }

  /** Of its filament; the accent if no rule gives it one. */
  private colour({ piece, region: { id } }: Patched): string {
    const isAssigned = this.session.rules.some(
      (rule) => rule.where.regions?.includes(id) && 'filament' in rule.set,
    );
    const slot = this.session.piece(piece)?.regionSlots[id];
    return isAssigned && slot ? this.session.filament(slot).colour : ACCENT;
  }

  begin(hit: Pick): void {
    this.isDrawing = true;
    this.marked = this.mark(hit);
  }

  move(hit: Pick): void {
    this.marked = this.marked.then(() => this.mark(hit));
  }

  /** Keeps what was marked. */
  async end(): Promise<void> {
    this.isDrawing = false;
    await this.marked;
    const region = this.session.selectedRegion?.id;
    if (this.drawn && region) {
      const triangles = this.drawn.write();
      await this.session.changeRegion(
        this.session.selected!.piece,
        region,
        (changed) => (changed.patch!.triangles = triangles),
      );
    }
    this.drawn = undefined;
  }

  /** Marks what was pointed at, if it lies on the body of the selected patch. */
  private async mark(hit: Pick): Promise<void> {
    const patch = this.patches.find((one) => this.isSelected(one));
    const how = this.session.marking;
    if (!patch || !how || hit.piece !== patch.piece || hit.body !== patch.region.patch!.body) {
      return;
    }
    const on = await surface(this.session.state.id, patch.mesh);
    const marks = this.drawn?.copy() ?? PatchMarks.read(patch.region.patch!.triangles, on.count);
    const scene = this.scene()!;
    const matrix = scene.matrixOf(hit);
    paint(on, marks, how, {
      triangle: hit.triangle,
      place: hit.place,
      height: hit.world[2]!,
      direction: scene.direction(hit),
      heightOf: ([x, y, z]) => new Vector3(x, y, z).applyMatrix4(matrix).z,
    });
    this.drawn = marks;
  }
}
