<!-- Everything that happened, the newest first; nothing here is ever changed. -->
<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import List from '../../pieces/list/List.svelte';
  import { api, dataOf, saveCsv, type JournalEntry, type Schemas } from '../../api/client';
  import { param, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay, saySigned } from '../../state/say';
  import AboutWhom from './AboutWhom.svelte';
  import { linesOf, sayEntry, type JournalLine } from './lines';
  import { PLACE_WORDS } from '../../state/states';

  const LIMIT = '500';

  const FILTERS = ['slate', 'plan', 'person', 'actor', 'from', 'to', 'kind'] as const;

  let check = $state.raw<Schemas['JournalCheck'] | null>(null);

  const slate = $derived(param('slate'));
  const filter = $derived(
    Object.fromEntries(FILTERS.flatMap((name) => (param(name) ? [[name, param(name)!]] : []))),
  );
  const question = new Question(
    () => filter,
    (of) => dataOf(api.GET('/api/v1/journal', { params: { query: { limit: LIMIT, ...of } } })),
    { again: () => slates.all.map((s) => s.state + s.openCalls) },
  );
  const entries = $derived(question.value);
  const lines = $derived(linesOf(entries ?? []));
  const list = new ListState<JournalLine>({
    rows: () => lines,
    key: (line) => String(line.entry.id),
    id: 'entry',
    from: question,
  });
  /** The lines of many entries that are open, by their first. */
  const opened = new SvelteSet<number>();
  const plans = $derived([
    ...new Map((book.subscriptions ?? []).map((s) => [s.plan, `${s.vendorName} ${s.planName}`])),
  ]);
  const actors = $derived([
    ...new Map((entries ?? []).map((entry) => [entry.actor, entry.actorName])),
  ]);
  /** By day, with the number of its first line. */
  const days = $derived.by(() => {
    const byDay: { day: string; from: number; lines: JournalLine[] }[] = [];
    lines.forEach((line, n) => {
      const last = byDay.at(-1);
      if (last?.day === line.entry.day) last.lines.push(line);
      else byDay.push({ day: line.entry.day, from: n, lines: [line] });
    });
    return byDay;
  });

  function toggle(line: JournalLine) {
    if (!opened.delete(line.entry.id)) opened.add(line.entry.id);
  }

  const checkChain = () =>
    question.attempt(async () => (check = await dataOf(api.GET('/api/v1/journal/check'))));

  function open() {
    const line = list.current;
    if (line && line.more.length > 0) toggle(line);
    else document.querySelector<HTMLElement>(`#entry-${list.cursor} a`)?.click();
  }

  $effect(() =>
    bindKeys(
      list.keys({ row: 'entry', open: { does: 'open it, or what it is about', run: open } }),
    ),
  );

  function time(entry: JournalEntry): string {
    return new Date(entry.happened).toLocaleTimeString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      timeZone: session.me?.zone,
    });
  }
</script>

<svelte:head><title>Journal – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Journal</h1>
  <span class="sub">What happened, the newest first, with its posting and what it saves.</span>
  {#if slate}
    <button class="word" onclick={() => setParam('slate', null)}>one slate only: show all</button>
  {/if}
  <button
    class="word csv"
    onclick={() =>
      saveCsv(
        `/api/v1/journal?${new URLSearchParams({ limit: '10000', ...filter }).toString()}`,
        'journal.csv',
      )}
  >
    as CSV
  </button>
</div>
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
<div class="filter" role="search" aria-label="Which entries">
  <Pick
    label="Plan"
    value={param('plan') ?? ''}
    onchange={(e) => setParam('plan', e.currentTarget.value)}
  >
    <option value="">every plan</option>
    {#each plans as [id, name] (id)}<option value={id}>{name}</option>{/each}
  </Pick>
  <Pick
    label="By whom"
    value={param('actor') ?? ''}
    onchange={(e) => setParam('actor', e.currentTarget.value)}
  >
    <option value="">by anybody</option>
    {#each actors as [id, name] (id)}<option value={id}>{name}</option>{/each}
  </Pick>
  <label>
    from <DayField value={param('from') ?? ''} onday={(day) => setParam('from', day)} />
  </label>
  <label>
    to <DayField value={param('to') ?? ''} onday={(day) => setParam('to', day)} />
  </label>
  <AboutWhom />
  {#if Object.keys(filter).length > 0}
    <button class="word" onclick={() => FILTERS.forEach((name) => setParam(name, null))}
      >everything</button
    >
  {/if}
  <span class="chain">
    {#if check}
      <span class={check.intact ? '' : 'neg'} role="status" title={check.head}>
        {check.intact
          ? `The chain of ${check.entries} entries is whole; it ends with ${check.head.slice(0, 12)}…`
          : `The chain breaks${check.brokenAt ? ` at entry ${check.brokenAt}` : ''}. ${check.why}`}
      </span>
    {/if}
    <button class="word" onclick={checkChain}>check the chain</button>
  </span>
</div>
{#if entries && entries.length === 0}
  <p class="empty">
    {Object.keys(filter).length > 0
      ? 'Nothing of that kind has happened.'
      : 'Nothing has happened yet.'}
  </p>
{/if}
{#snippet says(entry: JournalEntry)}
  {#each sayEntry(entry) as one, n (n)}{#if one.path}<a href={to(one.path)}>{one.words}</a
      >{:else}{one.words}{/if}{/each}
{/snippet}
{#each days as { day, from, lines: ofDay } (from)}
  <List
    {list}
    rows={ofDay}
    {from}
    caption={sayDay(day)}
    laid
    columns={[
      { name: 'Time', width: 76 },
      { name: 'Who', width: 124 },
      { name: 'What' },
      { name: 'Posting', width: 136 },
      { name: 'a year', right: true, width: 88 },
      { name: 'money stops', right: true, width: 96 },
    ]}
  >
    {#snippet row(line)}
      {@const entry = line.entry}
      <td class="num time">{time(entry)}</td>
      <td>{entry.actorName}</td>
      <td>
        {@render says(entry)}
        {#if line.more.length > 0}
          <button class="word" aria-expanded={opened.has(entry.id)} onclick={() => toggle(line)}>
            {opened.has(entry.id) ? 'fold' : `and ${line.more.length} more`}
          </button>
          {#if opened.has(entry.id)}
            <ul>
              {#each line.more as other (other.id)}<li>{@render says(other)}</li>{/each}
            </ul>
          {/if}
        {/if}
      </td>
      <td class="num small">
        {#if line.alike && entry.fromPlace && entry.toPlace}
          {entry.seats}
          {PLACE_WORDS[entry.fromPlace]} → {PLACE_WORDS[entry.toPlace]}{line.more.length > 0
            ? ' each'
            : ''}
        {/if}
      </td>
      <td class="r num">
        {line.alike && entry.yearly ? saySigned(entry.yearly) : ''}
        {#if line.alike && entry.yearly && line.more.length > 0}<span class="sub block">each</span
          >{/if}
      </td>
      <td class="r num small">{entry.cashFrom ? sayDay(entry.cashFrom) : ''}</td>
    {/snippet}
  </List>
{/each}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    font-size: var(--type-note);
  }
  .csv {
    margin-left: auto;
  }
  .filter {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-14);
    align-items: baseline;
    margin-top: var(--s-6);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .chain {
    margin-left: auto;
    display: flex;
    gap: var(--s-10);
  }
  .time {
    font-size: var(--type-note);
  }
  .block {
    display: block;
  }
  .small {
    font-size: var(--type-note);
  }
  .empty {
    font: var(--type-lead)/1.5 var(--font-serif);
    margin-top: var(--s-24);
  }
</style>
