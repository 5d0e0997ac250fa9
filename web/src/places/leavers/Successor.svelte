<!-- To whom the data goes, and which kinds of it. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { Question } from '../../state/question.svelte';

  let {
    account,
    usual,
    person = $bindable(''),
    kinds = $bindable(''),
  }: {
    account: string;
    /** Who it is where nobody is chosen. */
    usual: string | null;
    person?: string;
    kinds?: string;
  } = $props();

  const KINDS = ['shared files', 'private files', 'mail', 'calendar'];
  const asked = new Question(
    () => ({ account, asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/way-out/successors', { params: { query } })),
    { subject: () => account },
  );
  const has = (kind: string) => kinds.split(', ').includes(kind);
  function turn(kind: string) {
    kinds = KINDS.filter((one) => (one === kind ? !has(one) : has(one))).join(', ');
  }
</script>

<div class="over">
  <span class="sub">to</span>
  <Pick label="Successor" bind:value={person}>
    <option value="">{usual ?? 'nobody yet'}</option>
    {#each (asked.value ?? []).filter((one) => !one.usual) as one (one.person)}
      <option value={one.person}>{one.name}</option>
    {/each}
  </Pick>
  <span class="sub">which</span>
  {#each KINDS as kind (kind)}
    <button class="word" class:on={has(kind)} aria-pressed={has(kind)} onclick={() => turn(kind)}
      >{kind}</button
    >
  {/each}
  {#if kinds === ''}<span class="sub">all of it</span>{/if}
  {#if asked.fault}<span class="neg">{asked.fault}</span>{/if}
</div>

<style>
  .over {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-10);
    padding: var(--s-4) 0;
    font-size: var(--type-note);
  }
  .on {
    font-weight: 600;
    border-bottom: 2px solid var(--ink);
    text-decoration: none;
  }
</style>
