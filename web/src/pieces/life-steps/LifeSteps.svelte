<!--
@component
The steps of a life (of a slate, a round), and how far it has come.
-->
<script lang="ts">
  interface Step {
    words: string;
    reached: boolean;
    now: boolean;
    /** Whether it ended there before its time. */
    ended: boolean;
  }

  let { steps }: { steps: readonly Step[] } = $props();
</script>

<ol aria-label="How far it has come">
  {#each steps as step (step.words)}
    <li
      class={[step.reached && 'reached', step.now && 'now', step.ended && 'ended']}
      aria-current={step.now ? 'step' : undefined}
    >
      {step.words}
    </li>
  {/each}
</ol>

<style>
  ol {
    display: flex;
    margin: var(--s-12) 0 var(--s-14);
    border-bottom: 1px solid var(--rule);
  }
  li {
    padding: var(--s-3) var(--s-24) var(--s-4) 0;
    color: var(--soft);
    font-size: var(--type-row);
    position: relative;
  }
  li.reached {
    color: var(--ink);
  }
  li.reached::after {
    content: '';
    position: absolute;
    left: 0;
    right: 8px;
    bottom: -1px;
    height: 3px;
    background: var(--used);
  }
  li.now {
    font-weight: 600;
  }
  li.ended::after {
    background: var(--locked);
  }
</style>
