import { layerBottom, layerFromPlane, mm, parseHeight } from '../model/heights';
import type { PlanSession } from '../model/session.svelte';

/** Something that can be done by its name. */
export interface Command {
  readonly label: string;
  /** More words that it is found by. */
  readonly also?: string;
  /** The key that does the same. */
  readonly key?: string;
  /** The layer that it leads to. */
  readonly layer?: number;
  readonly run: () => void;
}

/**
 * The commands that have all words of a text: those that begin with it first, then those that name
 * them, then those that are found by other words; all if it is empty. Otherwise the order stays.
 */
export function matching(commands: readonly Command[], text: string): Command[] {
  const wanted = text.trim().toLowerCase();
  const words = wanted.split(/\s+/);
  const has = (said: string) => words.every((word) => said.toLowerCase().includes(word));
  const rank = ({ label, also = '' }: Command) =>
    label.toLowerCase().startsWith(wanted) ? 0 : has(label) ? 1 : has(`${label} ${also}`) ? 2 : 3;
  return [0, 1, 2].flatMap((wantedRank) =>
    commands.filter((command) => rank(command) === wantedRank),
  );
}

/** Going to a layer or a height that is typed, such as L22 or 4.2; nothing for any other text. */
export function goingTo(session: PlanSession, text: string): Command[] {
  const height = session.result ? parseHeight(session.heights, text) : text;
  if (typeof height !== 'number') {
    return [];
  }
  const layer = layerFromPlane(session.heights, height);
  return [
    {
      label: `Go to L${layer}, from ${mm(layerBottom(session.heights, layer))}`,
      layer,
      run: () => session.goTo(layer),
    },
  ];
}

/** Each piece, and what it consists of, to be selected. */
export function selections(session: PlanSession): Command[] {
  return session.document.pieces.flatMap((piece) => {
    const name = piece.name ?? piece.id;
    const select = (label: string, kind: 'body' | 'region', id: string): Command => ({
      label: `Select ${name} · ${label}`,
      run: () => session.selectPart(piece.id, { kind, id }),
    });
    const strata = session.piece(piece.id)?.strata ?? [];
    const bodies = piece.bodies.length > 1 ? piece.bodies : [];
    return [
      ...strata.map((stratum) => ({
        label: `Select ${name} · stratum ${stratum.number}, from ${mm(stratum.from)}`,
        layer: layerFromPlane(session.heights, stratum.from),
        run: () => {
          session.select(piece.id, stratum.id);
          session.goToHeight(stratum.from);
        },
      })),
      ...bodies.map((body) => select(`${body.name ?? body.id}, body`, 'body', body.id)),
      ...(piece.regions ?? []).map((region) =>
        select(`${region.name ?? region.id}, region`, 'region', region.id),
      ),
    ];
  });
}

/** Each setting, to be seen and changed at the selected place, or where it can hold. */
export function settings(session: PlanSession): Command[] {
  return session.shelf.settings
    .filter((setting) => setting.id !== 'filament')
    .map((setting) => ({
      label: `Setting: ${setting.label}, ${setting.group.toLowerCase()}`,
      also: setting.description,
      run: () => session.seek(setting),
    }));
}
