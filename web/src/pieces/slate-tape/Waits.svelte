<!-- Slates that wait for somebody, and those under way. -->
<script lang="ts">
  import { to } from '../../state/address.svelte';
  import { sayCount, sayShortDay } from '../../state/say';
  import { slates } from '../../state/slate.svelte';

  let { day }: { day: string } = $props();
</script>

<div class="waits">
  {#each slates.waitingForMe as slate (slate.id)}
    <a href={to(`/slates/${slate.id}`)} class="calls">
      {slate.authorName} asks you to decide {sayCount(slate.moveCount, 'move')} by
      {sayShortDay(slate.deadline, day)}
    </a>
  {/each}
  {#each slates.readyToPost as slate (slate.id)}
    <a href={to(`/slates/${slate.id}`)} class="calls">
      Granted: {sayCount(slate.moveCount, 'move')} can be posted
    </a>
  {/each}
  {#each slates.underWay as slate (slate.id)}
    <a href={to(`/slates/${slate.id}`)}>
      Under way: {slate.settled} of {slate.moveCount} settled
    </a>
  {/each}
  {#each slates.waitingForOthers as slate (slate.id)}
    <a href={to(`/slates/${slate.id}`)}>
      Sent: {sayCount(slate.moveCount, 'move')}, to be decided by
      {sayShortDay(slate.deadline, day)}
    </a>
  {/each}
</div>

<style>
  a {
    display: block;
    font-size: var(--type-note);
    border-left: 3px solid var(--rule);
    padding: var(--s-2) 0 var(--s-2) var(--s-8);
    margin-top: var(--s-6);
    color: var(--link);
  }
  .calls {
    border-color: var(--locked);
    font-weight: 600;
  }
</style>
