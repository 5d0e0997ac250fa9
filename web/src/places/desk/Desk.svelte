<!-- What wants a decision now: by the day on which the chance is gone, and by money. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type JournalEntry, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { ABOUT_WORDS, parts, sayDaysLeft } from './about';
  import { latest } from '../../state/latest';

  type Line = Schemas['DeskLine'];

  let lines = $state.raw<Line[] | null>(null);
  let done = $state.raw<JournalEntry[]>([]);
  let fault = $state('');

  const split = $derived(parts(lines ?? []));
  const rows = $derived([...split.soon, ...split.later]);
  const at = $derived(Math.min(rows.length - 1, Math.max(0, Number(param('at') ?? 0))));
  const settled = $derived(slates.all.map((s) => s.state + s.openCalls).join(' '));
  const travelled = $derived(asOf() !== today());

  $effect(() => {
    void settled;
    void book.standing;
    void load(session.me?.login, today());
  });

  const turn = latest();

  async function load(me: string | undefined, day: string) {
    const newest = turn();
    try {
      const query = { actor: me, from: day, limit: '30' };
      const [desk, mine] = await Promise.all([
        dataOf(api.GET('/api/v1/desk')),
        dataOf(api.GET('/api/v1/journal', { params: { query } })),
      ]);
      if (!newest()) return;
      lines = desk;
      done = mine;
      fault = '';
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  /** The page that settles it; the as-of day stays. */
  function link(line: Line): string {
    const day = param('asOf');
    return day ? `${line.path}${line.path.includes('?') ? '&' : '?'}asOf=${day}` : line.path;
  }

  function step(by: number) {
    const next = Math.min(rows.length - 1, Math.max(0, at + by));
    setParam('at', next === 0 ? null : String(next));
    document.getElementById(`line-${next}`)?.scrollIntoView({ block: 'nearest' });
  }

  $effect(() =>
    bindKeys([
      { keys: 'j', does: 'next line', run: () => step(1) },
      { keys: 'k', does: 'line before', run: () => step(-1) },
      {
        keys: 'Enter',
        does: 'open what settles it',
        run: () => document.querySelector<HTMLElement>(`#line-${at} a`)?.click(),
      },
    ]),
  );
</script>

<svelte:head><title>Desk – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Desk</h1>
  <span class="sub">
    {lines === null
      ? 'Looking…'
      : lines.length === 0
        ? 'Nothing wants a decision today.'
        : `${sayCount(lines.length, 'thing')} to decide. Each line says what happens if nothing is done.`}
    {travelled ? ' It is always about today.' : ''}
  </span>
  <button class="word csv" onclick={() => saveCsv('/api/v1/desk', 'desk.csv')}>as CSV</button>
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

{#snippet list(title: string, some: Line[], from: number)}
  {#if some.length > 0}
    <table class="list laid">
      <caption>{title}</caption>
      <thead>
        <tr>
          <th class="by">by</th>
          <th>What</th>
          <th class="else">If nothing is done</th>
          <th class="r money">a year</th>
        </tr>
      </thead>
      <tbody>
        {#each some as line, n (line.about + line.what)}
          <tr id="line-{from + n}" class:at={from + n === at}>
            <td>
              {#if line.by}
                <b class={['num', (line.daysLeft ?? 99) <= 3 && 'neg']}
                  >{sayShortDay(line.by, today())}</b
                >
                <span class="sub block">{sayDaysLeft(line.daysLeft ?? 0)}</span>
              {:else}<span class="sub">no day</span>{/if}
            </td>
            <td>
              <a href={link(line)}>{line.what}</a>
              <span class="sub block">{ABOUT_WORDS[line.about]}</span>
            </td>
            <td class="sub">{line.ifNothing}</td>
            <td class="r num">{line.amount ? sayMoney(line.amount) : ''}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
{/snippet}
{@render list('Soon too late', split.soon, 0)}
{@render list('By money', split.later, split.soon.length)}

{#if done.length > 0}
  <section aria-labelledby="done">
    <h2 id="done">What I settled today, {sayDay(today())}</h2>
    <ul>
      {#each done as entry (entry.id)}
        <li>
          {entry.text}
          {#if entry.slate}<a class="word" href={to(`/slates/${entry.slate}`)}>slate</a>{/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: 14px;
  }
  .csv {
    margin-left: auto;
    font-size: 12px;
  }
  table.list {
    margin-top: 14px;
  }
  caption {
    text-align: left;
    font: 600 14.5px var(--font-serif);
    padding-bottom: 4px;
  }
  td {
    vertical-align: top;
  }
  td a {
    font: 600 14px/1.3 var(--font-serif);
    text-decoration: none;
  }
  td a:hover {
    text-decoration: underline;
  }
  .block {
    display: block;
  }
  .by {
    width: 84px;
  }
  .else {
    width: 36%;
  }
  .money {
    width: 84px;
  }
  tr.at {
    background: var(--tape);
    box-shadow: inset 3px 0 0 var(--ink);
  }
  tr.at td:first-child {
    padding-left: 9px;
  }
  section {
    margin: 20px 0;
    border-top: 1px solid var(--ink);
    padding-top: 6px;
  }
  li {
    padding: 3px 0;
    border-bottom: 1px solid var(--fine);
    font-size: 12.5px;
  }
</style>
