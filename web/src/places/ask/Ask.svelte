<!-- What somebody sees who has a link: they ask for a seat, without an account here. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { sayDay } from '../../state/say';

  interface Props {
    token: string;
  }
  let { token }: Props = $props();

  let page = $state.raw<Schemas['AskPage'] | null>(null);
  let email = $state('');
  let fault = $state('');
  let asked = $state(false);

  $effect(() => {
    const params = { path: { token } };
    dataOf(api.GET('/api/v1/ask/by/{token}', { params })).then(
      (p) => (page = p),
      (e) => (fault = (e as Error).message),
    );
  });

  async function ask() {
    fault = '';
    try {
      await api.POST('/api/v1/ask/by/{token}', { params: { path: { token } }, body: { email } });
      asked = true;
    } catch (e) {
      fault = (e as Error).message;
    }
  }
</script>

<svelte:head><title>Ask for a seat – Sober Tally</title></svelte:head>

<main>
  <h1>{page ? `${page.vendorName} ${page.planName}` : 'A seat'}</h1>
  {#if asked}
    <p class="what" role="status">
      Thank you. If your address may ask, you are in the queue now. Seats are handed out in the
      order in which people asked, once somebody has decided it.
    </p>
  {:else if page}
    <p class="what">
      Ask for a seat with your work address. This link is for {page.domains.join(', ')} and holds until
      {sayDay(page.until)}.
    </p>
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void ask();
      }}
    >
      <label>
        Your work address
        <input type="email" bind:value={email} autocomplete="email" required />
      </label>
      <button class="go">Ask for a seat</button>
    </form>
  {/if}
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</main>

<style>
  main {
    max-width: 460px;
    margin: 0 auto;
    padding: 13vh var(--s-20) 0;
  }
  h1 {
    font-size: var(--type-title);
  }
  .what {
    font: var(--type-lead)/1.45 var(--font-serif);
    color: var(--soft);
    margin: var(--s-8) 0 var(--s-24);
  }
  form {
    display: grid;
    gap: var(--s-14);
    justify-items: start;
  }
  label {
    display: grid;
    gap: var(--s-4);
    width: 100%;
  }
  input {
    border: 1px solid var(--rule);
    border-radius: 3px;
    background: var(--sheet);
    padding: var(--s-6) var(--s-8);
  }
</style>
