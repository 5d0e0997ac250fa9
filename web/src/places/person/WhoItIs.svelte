<!-- Who somebody is, to whom they belong, and a plan to hand them. -->
<script lang="ts">
  import { api, type PersonPage } from '../../api/client';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { PERSON_STATUS_WORDS } from '../../state/states';

  let {
    id,
    person,
    onchange,
  }: {
    id: string;
    person: PersonPage;
    /** Something about them is otherwise now. */
    onchange: () => Promise<unknown>;
  } = $props();

  let plan = $state('');

  /** Who was sent home or has left is handed nothing. */
  const mayHold = $derived(person.status !== 'LEFT' && person.status !== 'SUSPENDED');
  const held = $derived(
    new Set(person.accounts.flatMap((a) => a.seats.filter((s) => s.state).map((s) => s.plan))),
  );
  const plans = $derived(
    [...new Map((book.subscriptions ?? []).map((s) => [s.plan, s])).values()]
      .filter((s) => !held.has(s.plan))
      .sort((a, b) =>
        `${a.vendorName} ${a.planName}`.localeCompare(`${b.vendorName} ${b.planName}`),
      ),
  );
  const spareOf = (planId: string) =>
    planId ? Math.max(...plans.filter((p) => p.plan === planId).map((p) => p.spare)) : 1;

  function statusWords(p: PersonPage): string {
    const since = p.statusSince ? ` since ${sayDay(p.statusSince)}` : '';
    const until = p.until ? `, back on ${sayDay(p.until)}` : '';
    return `${PERSON_STATUS_WORDS[p.status]}${since}${until}`;
  }

  async function handOut() {
    if (plan && (await slates.plan([{ kind: 'HAND_OUT', person: id, plan }]))) plan = '';
  }

  async function wait() {
    try {
      await api.POST('/api/v1/queue', { body: { person: id, plan } });
      plan = '';
      await onchange();
    } catch (e) {
      slates.fault = (e as Error).message;
    }
  }
</script>

<div class="title">
  <h1>{person.name}</h1>
  <span class={['sub', person.status !== 'ACTIVE' && 'neg']}>{statusWords(person)}</span>
  {#if person.kind === 'SERVICE'}<span class="sub">service account</span>{/if}
  {#if session.mayDraft && mayHold}
    <span class="give">
      <Pick label="Plan to hand out" bind:value={plan}>
        <option value="">hand out …</option>
        {#each plans as p (p.plan)}
          <option value={p.plan}>{p.vendorName} {p.planName} · {p.spare} spare</option>
        {/each}
      </Pick>
      <button class="plain" disabled={!plan || slates.busy} onclick={handOut}>
        Put on the slate
      </button>
      {#if spareOf(plan) <= 0 && !session.isLead}
        <button class="plain" onclick={wait}>Queue</button>
      {/if}
    </span>
  {/if}
</div>
<p class="sub facts">
  {[person.email, person.department, person.site].filter(Boolean).join(' · ')}
  {#if person.joined}· joined {sayDay(person.joined)}{/if}
  {#if person.leaves}· last day {sayDay(person.leaves)}{/if}
  · <a href={to(`/leavers/${id}`)}>way out</a>
  {#each person.aside as one (one.field)}
    <span class="aside" title="said on {sayDay(one.on)}">
      · {one.source === 'FILE' ? 'the file of people' : 'the directory'} says {one.field}:
      {one.said}
    </span>
  {/each}
  {#if person.managerName}· reports to
    {#if session.isLead}{person.managerName}{:else}<a href={to(`/people/${person.manager}`)}
        >{person.managerName}</a
      >{/if}{/if}
  {#if person.reports > 0}· {sayCount(person.reports, 'person', 'people')} report to them{/if}
  {#each person.groups as g (g.group)}
    <span class="of"
      >· <a href="{to('/people')}{to('/people').includes('?') ? '&' : '?'}group={g.group}"
        >{g.name}</a
      >{g.leads
        ? ', which they lead'
        : g.ledBy.length > 0
          ? `, led by ${g.ledBy.join(', ')}`
          : ''}</span
    >
  {/each}
</p>

<style>
  .of {
    margin-left: 0.25em;
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-2) var(--s-12);
  }
  .give {
    margin-left: auto;
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
  }
  .give .plain {
    padding: var(--s-3) var(--s-10);
  }
  .facts a {
    color: var(--link);
  }
</style>
