<!--
@component
A small sample of a state's texture, with the question mark where nothing can be said yet.
-->
<script lang="ts">
  import type { Texture } from '../../state/states';

  let { texture, width = 20 }: { texture: Texture; width?: number } = $props();
</script>

<svg {width} height="11" aria-hidden="true">
  <rect x=".5" y=".5" width={width - 1} height="10" fill="url(#tx-{texture})" stroke="var(--ink)" />
  {#if texture === 'unsure'}
    <text x={width / 2} y="9" text-anchor="middle">?</text>
  {/if}
</svg>

<style>
  svg {
    display: inline-block;
    vertical-align: -1px;
    flex: none;
  }
  text {
    font: 600 9px var(--font-mono);
    fill: var(--ink);
  }
</style>
