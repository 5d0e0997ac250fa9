<!-- What a slate comes to: money, seats, and each subscription before and after. -->
<script lang="ts">
  import type { Slate } from '../../api/client';
  import { saySigned, saySpare } from '../../state/say';

  let { slate }: { slate: Slate } = $props();
</script>

<dl>
  <dt>a year</dt>
  <dd class="num big">{saySigned(slate.preview.yearly)}</dd>
  <dt>cash, this year</dt>
  <dd class="num">{saySigned(slate.preview.cashThisYear)}</dd>
  <dt>seats back</dt>
  <dd class="num">{slate.preview.seatsBack}</dd>
</dl>
{#if slate.preview.lines.length > 0}
  <table class="list lines">
    <thead
      ><tr
        ><th>Subscription</th><th class="r">held</th><th class="r">spare</th><th class="r"
          >resting</th
        ><th class="r">a year</th></tr
      ></thead
    >
    <tbody>
      {#each slate.preview.lines as line (line.line)}
        <tr>
          <td>{line.planName}</td>
          <td class="r num">{line.before.held} → {line.after.held}</td>
          <td class="r num">{saySpare(line.before.spare)} → {saySpare(line.after.spare)}</td>
          <td class="r num">{line.before.resting} → {line.after.resting}</td>
          <td class="r num">{saySigned(line.yearlyDelta)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: var(--s-3) var(--s-10);
    align-items: baseline;
    background: var(--tape);
    padding: var(--s-10) var(--s-12);
  }
  dt {
    color: var(--soft);
    font-size: var(--type-note);
    white-space: nowrap;
  }
  dd {
    text-align: right;
    white-space: nowrap;
  }
  .big {
    font-weight: 600;
    font-size: var(--type-lead);
  }
  table.list th,
  table.list .r {
    white-space: nowrap;
  }
  table.list td {
    vertical-align: top;
  }
</style>
