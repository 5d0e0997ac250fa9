<!-- How a vendor is reached: where it is, how it is shown who asks, what its words mean; tried first. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { LinkDraft } from './draft.svelte';
  import LinkTerms from './LinkTerms.svelte';
  import Reading from './Reading.svelte';
  import TheirWords from './TheirWords.svelte';

  const vendor = $derived(route.params.vendor ?? '');
  const path = $derived({ path: { vendor } });
  const keeper = $derived(session.me?.role === 'KEEPER');
  const asked = new Question(
    () => vendor || undefined,
    () => dataOf(api.GET('/api/v1/vendors/{vendor}/link', { params: path })),
    { subject: () => vendor },
  );
  const link = $derived(asked.value);
  const mayEdit = $derived(keeper && link !== null && link.origin !== 'GIVEN');
  let draft = $state.raw<LinkDraft | null>(null);
  let reading = $state.raw<Schemas['DryReading'] | null>(null);
  let readWith = $state('');
  let busy = $state<'' | 'read' | 'keep' | 'drop'>('');
  let fault = $state('');
  let said = $state('');
  let sure = $state(false);

  /** Another page address leaves what is typed of the link as it is. */
  const changes = $derived(link ? `${vendor} ${link.changes} ${link.origin}` : '');
  $effect(() => {
    if (changes && link) draft = untrack(() => new LinkDraft(link!));
  });

  const typed = $derived(draft ? JSON.stringify(draft.body()) : '');
  const words = $derived(reading?.names ?? []);
  const unsaid = $derived(words.filter((word) => draft?.meanings[word.theirs] === '?').length);

  async function work(what: 'read' | 'keep' | 'drop', run: () => Promise<void>) {
    busy = what;
    [fault, said] = ['', ''];
    try {
      await run();
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = '';
    }
  }

  const tryOut = () =>
    work('read', async () => {
      const answer = await dataOf(
        api.POST('/api/v1/vendors/{vendor}/link/dry-reading', {
          params: path,
          body: draft!.body(),
        }),
      );
      draft!.takeUp(answer.names);
      readWith = JSON.stringify(draft!.body());
      reading = answer;
      // A suggestion that was taken up changes what the reading would say of drift.
      if (!answer.fault && answer.names.some((name) => name.suggested)) {
        reading = await dataOf(
          api.POST('/api/v1/vendors/{vendor}/link/dry-reading', {
            params: path,
            body: draft!.body(),
          }),
        );
      }
    });

  const keep = () =>
    work('keep', async () => {
      asked.set(
        await dataOf(
          api.PUT('/api/v1/vendors/{vendor}/link', { params: path, body: draft!.body() }),
        ),
      );
      said = `${link!.name} is linked and is read by itself from now on, once an hour.`;
      await book.load(asOf());
    });

  const mayHand = $derived(keeper || session.me?.role === 'STEWARD');
  const setPage = (url: string) =>
    work('keep', async () => {
      const page = await dataOf(
        api.PUT('/api/v1/vendors/{vendor}/link/page', { params: path, body: { url: url || null } }),
      );
      asked.set({ ...link!, page: page.page });
      said = url ? 'Kept: the work list leads there.' : 'Nobody says it any more.';
    });

  const drop = () =>
    work('drop', async () => {
      await api.DELETE('/api/v1/vendors/{vendor}/link', { params: path });
      await book.load(asOf());
      await navigate(to('/intake') as '/intake');
    });
</script>

<svelte:head><title>{link?.name ?? 'A vendor'}: link – Sober Tally</title></svelte:head>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if link && draft}
  <div class="title">
    <h1>{link.name}: how it is reached</h1>
    <span class="sub">
      {#if link.origin === 'GIVEN'}it stands in the application’s configuration, and is changed
        there
      {:else if link.origin === 'MADE'}linked; nothing leaves for it except from a decided slate
      {:else}not linked yet: what is decided is made by hand{/if}
    </span>
    <a class="word" href={to(`/terms/${vendor}`)}>its terms</a>
  </div>
  {#if link.secretLost}
    <p class="neg" role="alert">
      Its secret cannot be read here (the key that sealed it is another): enter it anew.
    </p>
  {/if}
  <div class="page">
    <div class="sheet">
      <LinkTerms {draft} {link} {mayEdit} onpage={mayHand ? setPage : undefined} />
      {#if words.length > 0 || link.names.length > 0}
        <TheirWords {draft} {words} plans={link.plans} {mayEdit} />
      {/if}
    </div>
    <aside aria-label="What it would bring">
      <h2>What it would bring</h2>
      {#if reading}
        <Reading {reading} name={link.name} stale={typed !== readWith} />
      {:else if mayEdit}
        <p class="sub">
          Try it first: everything is read once and nothing is kept. It shows who is recognised and
          what {link.name} calls its plans.
        </p>
      {:else if link.proposed > 0}
        <p class="sub">
          {link.proposed} accounts were recognised when it was tried; the first reading confirms them,
          and nothing leaves before that.
        </p>
      {:else if link.recognised > 0}
        <p class="sub">{link.recognised} accounts go by another name there.</p>
      {/if}
      {#if mayEdit}
        <div class="do">
          <button class="plain" disabled={busy !== '' || draft.url === ''} onclick={tryOut}>
            {busy === 'read' ? `Reading all of ${link.name} …` : 'Read, keep nothing'}
          </button>
          <button
            class="go"
            disabled={busy !== '' || draft.url === '' || !draft.changed}
            onclick={keep}
          >
            {busy === 'keep' ? 'Linking…' : link.origin ? 'Keep the change' : 'Link it'}
          </button>
        </div>
        {#if unsaid > 0}
          <p class="sub">
            What {unsaid === 1 ? 'one of its words means' : `${unsaid} of its words mean`} is not said
            yet; until then it is no seat of a plan.
          </p>
        {/if}
        {#if link.origin === 'MADE'}
          <p class="end">
            {#if sure}
              What is on its way then waits, or is made by hand.
              <button class="word" disabled={busy !== ''} onclick={drop}>take the link away</button>
              · <button class="word" onclick={() => (sure = false)}>leave it</button>
            {:else}
              <button class="word" onclick={() => (sure = true)}>take the link away …</button>
            {/if}
          </p>
        {/if}
      {/if}
      {#if said}
        <p role="status"><b>{said}</b> <a href={to('/intake')}>What it says otherwise</a></p>
      {/if}
      {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
    </aside>
  </div>
{:else if !asked.fault}<p class="sub">Looking…</p>{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    padding-bottom: var(--s-12);
  }
  .title > a {
    margin-left: auto;
    font-size: var(--type-note);
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 320px;
    gap: var(--s-30);
  }
  .sheet {
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: var(--s-16) var(--s-20) var(--s-20);
    align-self: start;
  }
  aside h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  .do {
    display: flex;
    gap: var(--s-10);
    padding: var(--s-14) 0 var(--s-8);
  }
  .end {
    padding-top: var(--s-16);
    font-size: var(--type-row);
  }
</style>
