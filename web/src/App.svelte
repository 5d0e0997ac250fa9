<script lang="ts">
  import { onMount } from 'svelte';
  import Frame from './places/frame/Frame.svelte';
  import SignIn from './places/sign-in/SignIn.svelte';
  import Textures from './pieces/state-swatch/Textures.svelte';
  import { onKey } from './state/keys.svelte';
  import { session } from './state/session.svelte';
  import './state/watch.svelte';

  onMount(() => session.look());
</script>

<svelte:window onkeydown={onKey} />
<Textures />
{#if session.me}
  <Frame />
{:else if session.me === null}
  <SignIn />
{/if}
