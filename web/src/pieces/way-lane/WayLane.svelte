<!--
@component
What becomes of an account's data over a horizon: a stretch for each stage, by who can still reach it,
with the day to which a duty asks for it.
-->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayDay } from '../../state/say';

  interface Props {
    segments: Schemas['RouteSegment'][];
    from: string;
    until: string;
    /** Until when the data must be kept; null without a duty. */
    duty?: string | null;
    low?: boolean;
  }
  let { segments, from, until, duty = null, low = false }: Props = $props();

  const REACH = {
    OWNER: { texture: 'inUse', says: 'as before' },
    ADMIN: { texture: 'idle', says: 'administrators reach it' },
    PAID: { texture: 'unanswered', says: 'against money' },
    NOBODY: { texture: 'locked', says: 'gone' },
  } as const;
  /** In percent of the horizon; a stage shorter than that is still seen. */
  const LEAST = 0.8;

  const span = $derived(Date.parse(until) - Date.parse(from));
  const at = (day: string) =>
    Math.min(100, Math.max(0, ((Date.parse(day) - Date.parse(from)) / span) * 100));
  const says = (s: Schemas['RouteSegment']) =>
    `${sayDay(s.from)} to ${sayDay(s.until)}: ${s.name ?? REACH[s.reach].says}, ${REACH[s.reach].says}${s.known ? '' : '; no rule is known'}`;
  const words = $derived(segments.map(says).join('. '));
</script>

<div class="lane" class:low role="img" aria-label={words}>
  {#each segments as segment (segment.from)}
    {@const left = at(segment.from)}
    <svg
      style:left="{left}%"
      style:width="{Math.max(LEAST, at(segment.until) - left)}%"
      height="100%"
      data-says={says(segment)}
    >
      <rect
        width="100%"
        height="100%"
        fill="url(#tx-{segment.known ? REACH[segment.reach].texture : 'unsure'})"
      />
      <path class="edge" d="M.5 0V40" />
      {#if !segment.known && !low}<text x="8" y="14">?</text>{/if}
    </svg>
  {/each}
  {#if duty && duty > from && duty < until}
    <i class="duty" style:left="{at(duty)}%" title="must be kept until {sayDay(duty)}"></i>
  {/if}
</div>

<style>
  .lane {
    position: relative;
    height: 20px;
    border: 1px solid var(--ink);
    background: var(--sheet);
  }
  .low {
    height: 11px;
  }
  svg {
    position: absolute;
    top: 0;
  }
  .edge {
    stroke: var(--ink);
    stroke-width: 1;
  }
  text {
    font: 600 var(--type-fine) var(--font-mono);
    fill: var(--ink);
  }
  .duty {
    position: absolute;
    top: -5px;
    bottom: -5px;
    width: 2px;
    background: var(--ink);
  }
</style>
