<!-- Chooses the person whom entries must be about, by name, address or number. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { asOf, param, setParam } from '../../state/address.svelte';
  import { wholeName, WhoTyped } from '../../state/who.svelte';

  let text = $state('');
  const who = new WhoTyped(() => ({ asOf: asOf() }));
  let hint = $state('');

  const person = $derived(param('person'));

  // The address says only who it is; a link must show the name as well.
  $effect(() => {
    const of = person;
    hint = '';
    if (!of) {
      text = '';
      return;
    }
    const params = { path: { person: of }, query: { asOf: asOf() } };
    dataOf(api.GET('/api/v1/people/{person}', { params })).then(
      (p) => of === person && (text = p.name),
      () => of === person && (text = of),
    );
  });

  async function choose() {
    const q = text.trim();
    if (q === '') return setParam('person', null);
    const found = await who.find(q);
    hint =
      found.length === 1
        ? ''
        : found.length === 0
          ? 'nobody of that name'
          : 'several fit; choose one';
    if (found.length === 1) setParam('person', found[0]!.person);
  }
</script>

<label>
  about
  <input
    list="journal-people"
    placeholder="anybody"
    aria-label="About whom"
    bind:value={text}
    oninput={() => who.suggest(text)}
    onchange={choose}
  />
</label>
<datalist id="journal-people">
  {#each who.near as p (p.person)}<option value={wholeName(p)}></option>{/each}
</datalist>
{#if hint}<span class="neg" role="status">{hint}</span>{/if}

<style>
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    color: var(--ink);
    font-size: var(--type-row);
    width: 150px;
  }
</style>
