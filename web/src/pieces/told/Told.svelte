<!-- What is told in passing, at the foot of the page: read out, gone by itself, kept while read. -->
<script lang="ts">
  import Toast from 'flowbite-svelte/Toast.svelte';
  import { told } from '../../state/told.svelte';
</script>

<div class="told-place no-print" aria-live="polite">
  {#if told.words}
    <Toast
      role="presentation"
      class="told"
      classes={{ content: 'told-words', close: 'told-close' }}
      closeAriaLabel="Put it away"
      onclose={() => (told.words = '')}
      onmouseenter={() => told.stay()}
      onmouseleave={() => told.go()}
      params={{ duration: 0 }}>{told.words}</Toast
    >
  {/if}
</div>

<style>
  .told-place {
    position: fixed;
    z-index: 60;
    left: 20px;
    bottom: 16px;
  }
</style>
