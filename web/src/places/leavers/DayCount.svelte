<!-- After how many days something is done. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';

  let { days = $bindable(0), label }: { days?: number; label: string } = $props();

  const CHOICES = [
    { days: 0, says: 'at once' },
    { days: 14, says: 'after 14 days' },
    { days: 30, says: 'after 30 days' },
    { days: 90, says: 'after 90 days' },
  ];
</script>

<p class="sub">
  {label}
  <Pick label="When to {label}" bind:value={days}>
    {#each CHOICES as one (one.days)}<option value={one.days}>{one.says}</option>{/each}
  </Pick>
</p>

<style>
  p {
    display: flex;
    align-items: baseline;
    gap: var(--s-8);
  }
</style>
