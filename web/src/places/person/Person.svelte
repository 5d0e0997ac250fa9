<!-- One person: what they hold and what it costs, how they use it, what would do, what happened. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, search, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { plusDays } from '../../state/say';
  import AtVendor from './AtVendor.svelte';
  import Happened from './Happened.svelte';
  import WayIn from './WayIn.svelte';
  import WhoItIs from './WhoItIs.svelte';

  /** So long somebody is new enough for their way in to stand open. */
  const FRESH_DAYS = 90;

  const id = $derived(String(route.params.person ?? ''));
  const asked = new Question(
    () => ({ person: id, day: asOf() }),
    async ({ person, day }) => {
      const params = { path: { person }, query: { asOf: day } };
      const [page, cover, findings, events] = await Promise.all([
        dataOf(api.GET('/api/v1/people/{person}', { params })),
        dataOf(api.GET('/api/v1/people/{person}/cover', { params })),
        dataOf(api.GET('/api/v1/findings', { params: { query: { person, asOf: day } } })),
        dataOf(api.GET('/api/v1/people/{person}/timeline', { params })),
      ]);
      return { page, covers: cover.vendors, findings, events };
    },
    {
      again: () => [book.standing, slates.all.map((s) => s.settled), slates.course],
      subject: () => id,
    },
  );
  const person = $derived(asked.value?.page ?? null);
  const accounts = $derived(
    (person?.accounts ?? []).map((account) => ({
      account,
      cover: asked.value?.covers.find((c) => c.vendor === account.vendor),
      found: (asked.value?.findings ?? []).filter((f) => f.vendor === account.vendor),
    })),
  );

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to People',
        run: () => void navigate('/people', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>{person?.name ?? id} – Sober Tally</title></svelte:head>

{#if person}
  <WhoItIs {id} {person} onchange={() => asked.reload()} />
  {#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
  {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
  {#if session.mayDraft && person.status === 'ACTIVE' && !person.leaves}<WayIn
      person={id}
      fresh={accounts.length === 0 || (person.joined ?? '') > plusDays(asOf(), -FRESH_DAYS)}
    />{/if}

  <div class="page">
    <div>
      {#each accounts as one (one.account.account)}
        <AtVendor {...one} />
      {:else}
        <p class="sub">No account at any vendor.</p>
      {/each}
    </div>
    <div><Happened {id} events={asked.value?.events ?? []} /></div>
  </div>
{:else if asked.fault}
  <h1>{asked.fault}</h1>
  <p><a href={to('/people')}>All people</a></p>
{:else}
  <p class="sub">Looking…</p>
{/if}

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 262px;
    gap: var(--s-24);
    margin-top: var(--s-12);
  }
  @media (max-width: 1000px) {
    .page {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
