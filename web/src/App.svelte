<script lang="ts">
  import { onMount } from 'svelte';
  import Answer from './places/answer/Answer.svelte';
  import Ask from './places/ask/Ask.svelte';
  import Frame from './places/frame/Frame.svelte';
  import SignIn from './places/sign-in/SignIn.svelte';
  import Tips from './pieces/tips/Tips.svelte';
  import Told from './pieces/told/Told.svelte';
  import Textures from './pieces/state-swatch/Textures.svelte';
  import { onKey } from './state/keys.svelte';
  import { session } from './state/session.svelte';
  import './state/watch.svelte';

  // Who has a link needs no account: nobody is looked for behind it.
  const token = /^\/ask\/([^/]+)$/.exec(location.pathname)?.[1];

  const answer = /^\/answer\/([^/]+)$/.exec(location.pathname)?.[1];

  onMount(() => (token || answer ? undefined : session.look()));
</script>

<svelte:window onkeydown={onKey} />
<Textures />
{#if token}
  <Ask {token} />
{:else if answer}
  <Answer token={answer} />
{:else if session.me}
  <Frame />
{:else if session.me === null}
  <SignIn />
{/if}
<Tips />
<Told />
