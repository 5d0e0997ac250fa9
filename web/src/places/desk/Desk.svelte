<!-- What wants a decision now: by the day on which the chance is gone, and by money. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import List from '../../pieces/list/List.svelte';
  import { asOf, param, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayMoney, sayShortDay } from '../../state/say';
  import { ABOUT_WORDS, parts, sayDaysLeft } from './about';

  type Line = Schemas['DeskLine'];

  const travelled = $derived(asOf() !== today());
  const desk = new Question(
    () => ({ me: session.me?.login, day: today() }),
    async ({ me, day }) => {
      const query = { actor: me, from: day, limit: '30' };
      const [lines, done] = await Promise.all([
        dataOf(api.GET('/api/v1/desk')),
        dataOf(api.GET('/api/v1/journal', { params: { query } })),
      ]);
      return { lines, done };
    },
    { again: () => [slates.all.map((s) => s.state + s.openCalls), book.version] },
  );
  const lines = $derived(desk.value?.lines ?? null);
  const split = $derived(parts(lines ?? []));
  const list = new ListState<Line>({
    rows: () => [...split.soon, ...split.later],
    key: (_, n) => String(n),
    id: 'line',
    at: 'at',
  });

  /** The page that settles it; the as-of day stays. */
  function link(line: Line): string {
    const day = param('asOf');
    return day ? `${line.path}${line.path.includes('?') ? '&' : '?'}asOf=${day}` : line.path;
  }

  const open = () => document.querySelector<HTMLElement>(`#line-${list.cursor} a`)?.click();

  $effect(() =>
    bindKeys(list.keys({ row: 'line', open: { does: 'open what settles it', run: open } })),
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
{#if desk.fault}<p class="neg" role="alert">{desk.fault}</p>{/if}

{#snippet part(caption: string, some: Line[], from: number)}
  {#if some.length > 0}
    <List
      {list}
      {caption}
      {from}
      rows={some}
      laid
      columns={[
        { name: 'by', width: 84 },
        { name: 'What' },
        { name: 'If nothing is done' },
        { name: 'a year', right: true, width: 84 },
      ]}
    >
      {#snippet row(line)}
        <td>
          {#if line.by}
            <b class={['num', (line.daysLeft ?? 99) <= 3 && 'neg']}
              >{sayShortDay(line.by, today())}</b
            >
            <span class="sub block">{sayDaysLeft(line.daysLeft ?? 0)}</span>
          {:else}<span class="sub">no day</span>{/if}
        </td>
        <td>
          <a class="name" href={link(line)}>{line.what}</a>
          <span class="sub block">{ABOUT_WORDS[line.about]}</span>
        </td>
        <td class="sub">{line.ifNothing}</td>
        <td class="r num">{line.amount ? sayMoney(line.amount) : ''}</td>
      {/snippet}
    </List>
  {/if}
{/snippet}
{@render part('Soon too late', split.soon, 0)}
{@render part('By money', split.later, split.soon.length)}

{#if desk.value && desk.value.done.length > 0}
  <section aria-labelledby="done">
    <h2 id="done">What I settled today, {sayDay(today())}</h2>
    <ul>
      {#each desk.value.done as entry (entry.id)}
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
  td {
    vertical-align: top;
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
