<script lang="ts">
  import type { ShareView } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from '../shell/Sheet.svelte';
  import LedgerTable from './LedgerTable.svelte';
  import { shareRows, timeRows } from './table';

  interface Props {
    session: PlanSession;
    open: boolean;
  }

  let { session, open = $bindable() }: Props = $props();

  const LINES_ALONE = 'extrusion only';

  const ledger = $derived(session.result?.ledger);
  const time = $derived(ledger ? timeRows(ledger) : []);
  const slots = $derived(
    (ledger?.slots ?? []).map(({ slot, ...amounts }) => {
      const { name, colour } = session.filament(slot);
      return { ...amounts, what: `${slot} ${name}`, colour };
    }),
  );
  const shares = $derived(ledger?.shares ?? []);
  const parts = $derived(shareRows(shares, shareName));
  const pieces = $derived(shareRows(shares, pieceName));
  const currency = $derived(ledger?.currency ?? '');
  const files = $derived(`/api/revisions/${session.resultRevision}/ledger`);

  function pieceName({ piece: id }: ShareView): string {
    const piece = session.document.pieces.find((p) => p.id === id);
    return piece?.name ?? 'beside the pieces: skirt, raft, tower';
  }

  function shareName(share: ShareView): string {
    const piece = session.document.pieces.find((p) => p.id === share.piece);
    if (!piece) {
      return pieceName(share);
    }
    const called = piece.strata?.[share.stratum - 1]?.name;
    const inside = share.regions.map((of) => piece.regions?.find((r) => r.id === of)?.name ?? of);
    return [piece.name, `stratum ${share.stratum}${called ? ` ${called}` : ''}`, ...inside].join(
      ' · ',
    );
  }
</script>

<Sheet bind:open title="Ledger of {session.document.name}" wide>
  <LedgerTable title="Where the time goes" of="what for" rows={time} by="seconds" {currency} />
  <LedgerTable
    title="What is used of each filament"
    of="slot and filament"
    rows={slots}
    by="massG"
    {currency}
    all={LINES_ALONE}
  />
  {#if session.document.pieces.length > 1}
    <LedgerTable
      title="What pieces take"
      of="piece"
      rows={pieces}
      by="massG"
      {currency}
      all={LINES_ALONE}
    />
  {/if}
  {#if shares.length > 1}
    <LedgerTable
      title="What strata and regions take"
      of="stratum and region"
      rows={parts}
      by="massG"
      {currency}
      all={LINES_ALONE}
    />
  {/if}
  <p class="save">
    Save as
    <a class="tool" href="{files}.csv" download>CSV</a>
    <a class="tool" href="{files}.json" download>JSON</a>
  </p>
</Sheet>

<style>
  .save {
    display: flex;
    gap: 6px;
    align-items: center;
  }
</style>
