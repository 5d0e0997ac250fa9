<!-- The name and its sign, which lead to the first page. -->
<script lang="ts">
  import { to } from '../../state/address.svelte';
</script>

<a class="brand" href={to('/subscriptions')}>
  <svg width="24" height="18" viewBox="0 0 24 18" aria-hidden="true">
    <path class="bars" d="M4 2v14M9 2v14M14 2v14M19 2v14" />
    <path class="stroke" d="M1.5 13.5 21.5 4.5" />
  </svg>
  Sober Tally
</a>

<style>
  .brand {
    font: 600 var(--type-head) var(--font-serif);
    letter-spacing: -0.01em;
    display: flex;
    gap: var(--s-8);
    align-items: center;
    text-decoration: none;
    white-space: nowrap;
  }
  .brand svg {
    stroke-width: 1.9;
    stroke-linecap: round;
    fill: none;
  }
  .bars {
    stroke: var(--ink);
  }
  .stroke {
    stroke: var(--locked);
  }
</style>
