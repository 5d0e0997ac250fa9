<!-- Chooses the person whom entries must be about, by name, address or number. -->
<script lang="ts">
  import { api, dataOf, type PersonRow } from '../../api/client';
  import { asOf, param, setParam } from '../../state/address.svelte';

  const ASKS_AFTER_MS = 150;

  let text = $state('');
  let near = $state.raw<PersonRow[]>([]);
  let hint = $state('');
  let timer: ReturnType<typeof setTimeout> | undefined;

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

  async function like(q: string): Promise<PersonRow[]> {
    const query = { q, asOf: asOf(), limit: '8' };
    return q.length < 2 ? [] : dataOf(api.GET('/api/v1/people', { params: { query } }));
  }

  function suggest() {
    clearTimeout(timer);
    const q = text.trim();
    timer = setTimeout(() => {
      like(q).then(
        (rows) => q === text.trim() && (near = rows),
        () => (near = []),
      );
    }, ASKS_AFTER_MS);
  }

  const whole = (p: PersonRow) => `${p.name}, ${p.email || p.person}`;

  async function choose() {
    const q = text.trim();
    if (q === '') return setParam('person', null);
    const listed = near.find((p) => whole(p) === q);
    const found = listed ? [listed] : await like(q).catch(() => []);
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
    oninput={suggest}
    onchange={choose}
  />
</label>
<datalist id="journal-people">
  {#each near as p (p.person)}<option value={whole(p)}></option>{/each}
</datalist>
{#if hint}<span class="neg" role="status">{hint}</span>{/if}

<style>
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    color: var(--ink);
    font-size: 12.5px;
    width: 150px;
  }
</style>
