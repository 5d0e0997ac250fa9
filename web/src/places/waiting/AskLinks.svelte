<!-- Links by which people ask for a seat themselves: made, copied, withdrawn. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';
  import { plusDays, sayCount, sayShortDay } from '../../state/say';
  import { today } from '../../state/address.svelte';
  import { told } from '../../state/told.svelte';

  const USUAL_DAYS = 14;

  let choices = $state.raw<Schemas['PeopleChoices'] | null>(null);
  let making = $state(false);
  let plan = $state('');
  let domains = $state('');
  let group = $state('');
  let until = $state(plusDays(today(), USUAL_DAYS));

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/ask/links')),
  );
  const links = $derived(question.value);
  const open = $derived((links ?? []).filter((l) => l.path));

  const work = (run: () => Promise<void>) => question.attempt(run);

  const begin = () =>
    work(async () => {
      making = !making;
      choices ??= await dataOf(api.GET('/api/v1/people/choices'));
    });

  const make = () =>
    work(async () => {
      const body = {
        plan,
        domains: domains.split(/[\s,;]+/).filter(Boolean),
        groups: group ? [group] : [],
        until,
      };
      question.set(await dataOf(api.POST('/api/v1/ask/links', { body })));
      making = false;
    });

  const withdraw = (id: string) =>
    work(async () => {
      question.set(
        await dataOf(api.DELETE('/api/v1/ask/links/{id}', { params: { path: { id } } })),
      );
    });

  const copy = (link: Schemas['AskLink']) =>
    work(async () => {
      await navigator.clipboard.writeText(location.origin + link.path);
      told.tell('The link is copied: put it where those who may ask will read it.');
    });
</script>

<div class="head">
  <h2 id="links">Links to ask for one</h2>
  <button class="word" aria-expanded={making} onclick={begin}>
    {making ? 'leave it' : 'make one'}
  </button>
</div>
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if making}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void make();
    }}
  >
    <label>
      a seat of
      <Pick bind:value={plan} required>
        <option value="">which plan?</option>
        {#each choices?.plans ?? [] as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
      </Pick>
    </label>
    <label>
      for addresses of
      <input bind:value={domains} placeholder="skerryline.example" required />
    </label>
    <label>
      in the group
      <Pick bind:value={group}>
        <option value="">any</option>
        {#each choices?.groups ?? [] as g (g.id)}<option value={g.id}>{g.name}</option>{/each}
      </Pick>
    </label>
    <label>until <DayField bind:value={until} min={today()} required /></label>
    <button class="plain">Make the link</button>
  </form>
{/if}
<ul aria-labelledby="links">
  {#each open as link (link.id)}
    <li>
      <b>{link.planName}</b>
      <span class="sub">
        {link.domains.join(', ')}{link.groups.length > 0 ? `, ${link.groups.join(', ')}` : ''};
        until
        {sayShortDay(link.until, today())}; {sayCount(link.asked, 'person', 'people')} asked
      </span>
      <span class="do">
        <button class="word" onclick={() => copy(link)}> copy </button>
        <button class="word" onclick={() => withdraw(link.id)}>withdraw</button>
      </span>
    </li>
  {:else}
    {#if links}
      <li class="sub">
        None is in force. Who has one waits in the queue; nothing is handed out by it.
      </li>
    {/if}
  {/each}
</ul>

<style>
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
    padding: var(--s-20) 0 var(--s-6);
    font-size: var(--type-note);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    margin-right: auto;
  }
  form {
    display: grid;
    gap: var(--s-6);
    font-size: var(--type-row);
    padding: var(--s-4) 0 var(--s-12);
  }
  form label {
    display: flex;
    gap: var(--s-8);
    align-items: baseline;
    white-space: nowrap;
  }
  form .plain {
    justify-self: start;
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: var(--paper);
    padding: 1px var(--s-2);
    font-size: var(--type-row);
    flex: 1;
    min-width: 0;
  }
  ul {
    border-top: 1px solid var(--ink);
  }
  li {
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
    font-size: var(--type-row);
  }
  .do {
    display: flex;
    gap: var(--s-12);
    font-size: var(--type-note);
  }
</style>
