<!-- Addresses from which sources' newest files are fetched, each run an intake like any other. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayMoment } from '../../state/say';

  /** Names of sources whose files were read before. */
  let { sources }: { sources: string[] } = $props();

  const EVERY: [number, string][] = [
    [1, 'every hour'],
    [24, 'every day'],
    [168, 'every week'],
  ];

  const asked = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/intake/addresses')),
  );
  const addresses = $derived(asked.value ?? []);
  const keeper = $derived(session.me?.role === 'KEEPER');
  const free = $derived(sources.filter((s) => !addresses.some((one) => one.source === s)));
  let busy = $state('');
  let form = $state<{
    source: string;
    url: string;
    token: string;
    inside: boolean;
    every: number;
  } | null>(null);

  const open = () =>
    (form = { source: free[0] ?? '', url: '', token: '', inside: false, every: 24 });

  const keep = () =>
    asked.attempt(async () => {
      const { source, url, token, inside, every } = form!;
      asked.set(
        await dataOf(
          api.PUT('/api/v1/intake/addresses/{source}', {
            params: { path: { source } },
            body: { url, token: token || null, insideAllowed: inside, everyHours: Number(every) },
          }),
        ),
      );
      form = null;
    });

  const drop = (source: string) =>
    asked.attempt(async () =>
      asked.set(
        await dataOf(
          api.DELETE('/api/v1/intake/addresses/{source}', { params: { path: { source } } }),
        ),
      ),
    );

  const fetchNow = (source: string) =>
    asked.attempt(async () => {
      busy = source;
      try {
        await dataOf(
          api.POST('/api/v1/intake/addresses/{source}/fetch', { params: { path: { source } } }),
        );
        await asked.reload();
        await book.load(asOf());
      } finally {
        busy = '';
      }
    });
</script>

{#if addresses.length > 0 || (keeper && sources.length > 0)}
  <h2 id="fetched">
    Fetched by themselves
    {#if keeper && free.length > 0 && !form}
      <button class="word" onclick={open}>fetch one from an address …</button>
    {/if}
  </h2>
  {#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
  {#if form}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      Files of
      <Pick label="Which source" bind:value={form.source}>
        {#each free as source (source)}<option value={source}>{source}</option>{/each}
      </Pick>
      are fetched from
      <input
        class="wide"
        type="url"
        aria-label="Where from"
        placeholder="https://files.example/seats.csv"
        required
        bind:value={form.url}
      />
      <Pick label="How often" bind:value={form.every}>
        {#each EVERY as [hours, words] (hours)}<option value={hours}>{words}</option>{/each}
      </Pick>
      with the token
      <input
        type="password"
        aria-label="Token for it"
        autocomplete="new-password"
        placeholder="none"
        bind:value={form.token}
      />
      <Check bind:checked={form.inside}>the address may be one inside this network</Check>
      <button class="plain">Have it fetched</button>
      <button type="button" class="word" onclick={() => (form = null)}>leave it</button>
    </form>
  {/if}
  <table class="list dense" aria-labelledby="fetched">
    <tbody>
      {#each addresses as one (one.source)}
        <tr>
          <td class="name">{one.source}</td>
          <td class="num">{one.url}</td>
          <td class="sub">
            {EVERY.find(([hours]) => hours === one.everyHours)?.[1] ??
              `every ${one.everyHours} hours`}
          </td>
          <td class="sub">{one.looked ? `${sayMoment(one.looked)}: ${one.said}` : 'not yet'}</td>
          <td class="r">
            <button class="word" disabled={busy !== ''} onclick={() => fetchNow(one.source)}>
              {busy === one.source ? 'fetching…' : 'fetch now'}
            </button>
            {#if keeper}
              · <button class="word" onclick={() => drop(one.source)}>no more</button>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-20) 0 var(--s-6);
    display: flex;
    gap: var(--s-16);
    align-items: baseline;
  }
  h2 .word {
    font: var(--type-note) var(--font-sans);
  }
  form {
    line-height: 2.1;
    background: var(--tape);
    border-left: 3px solid var(--ink);
    padding: var(--s-8) var(--s-14);
    margin-bottom: var(--s-8);
  }
  input {
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: 1px var(--s-3);
    width: 130px;
  }
  input.wide {
    width: 300px;
    font: var(--type-note) var(--font-mono);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .num {
    font-size: var(--type-note);
    overflow-wrap: anywhere;
  }
</style>
