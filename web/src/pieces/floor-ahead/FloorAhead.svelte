<!--
@component
Where a promised floor will stand on its check day, and what it would take.
-->
<script lang="ts">
  import type { FloorForecast } from '../../api/client';
  import { sayCount, sayDay } from '../../state/say';

  let { floor }: { floor: FloorForecast } = $props();

  const expectedIn = $derived(
    typeof floor.expectedToSignIn === 'number'
      ? ` (${floor.expectedToSignIn} ${floor.expectedToSignIn === 1 ? 'is' : 'are'} expected to)`
      : '',
  );
  const instead = $derived.by(() => {
    if (typeof floor.giveUpExpected !== 'number') {
      return `Or ${sayCount(floor.giveUp, 'seat')} be given up.`;
    }
    return floor.giveUpExpected > 0
      ? `Or ${sayCount(floor.giveUpExpected, 'seat')} least likely to be used be given up.`
      : '';
  });
</script>

<p class="sub">
  On {sayDay(floor.check)}:
  <b>{floor.surePercent?.toFixed(1) ?? '–'} %</b> if nobody else signs in{#if floor.expectedPercent !== null && floor.expectedPercent !== undefined},
    <b>{floor.expectedPercent.toFixed(1)} %</b> as expected{/if}.
  {#if floor.mustSignIn > 0}
    {sayCount(floor.mustSignIn, 'person', 'people')} of {floor.others} must sign in by then{expectedIn}.
    {instead}
  {/if}
</p>
