<!-- What wants a decision now: by the day on which the chance is gone, and by money. -->
<script lang="ts">
  import { api, dataOf, saveCsv, type Schemas } from '../../api/client';
  import List from '../../pieces/list/List.svelte';
  import { asOf, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { mayRest, parts, rests, type Does } from './about';
  import DeskRow from './DeskRow.svelte';

  type Line = Schemas['DeskLine'];

  const travelled = $derived(asOf() !== today());
  const desk = new Question(
    () => ({ me: session.me?.login, day: today() }),
    async ({ me, day }) => {
      const query = { actor: me, from: day, limit: '30' };
      const [lines, done] = await Promise.all([
        dataOf(api.GET('/api/v1/desk', { params: { query: { all: true } } })),
        dataOf(api.GET('/api/v1/journal', { params: { query } })),
      ]);
      return { lines, done };
    },
    { again: () => [slates.all.map((s) => s.state + s.openCalls), book.version] },
  );
  const lines = $derived(desk.value?.lines ?? null);
  const split = $derived(parts(lines ?? []));
  const open = $derived(split.soon.length + split.later.length);
  const list = new ListState<Line>({
    rows: () => [...split.soon, ...split.later, ...split.putOff, ...split.settled],
    key: (line) => line.key,
    id: 'line',
    at: 'at',
  });
  const maySay = $derived(session.maySteer || session.mayDecide);

  /** What is being said of which line: a reason is asked for, and a day. */
  let saying = $state<{ key: string; does: 'PUT_OFF' | 'SETTLE' } | null>(null);

  /** Says it; the answer is the desk as it is then. */
  const say = (line: Line, does: Does, more: { until?: string; reason?: string } = {}) =>
    desk.attempt(async () => {
      const body = {
        key: line.key,
        does,
        until: more.until ?? null,
        reason: more.reason ?? null,
      };
      const lines = await dataOf(api.POST('/api/v1/desk/notes', { body }));
      desk.set({ lines, done: desk.value?.done ?? [] });
      saying = null;
    });
  const take = (line: Line) => void say(line, line.mine ? 'LEAVE' : 'TAKE');
  const ask = (line: Line, does: 'PUT_OFF' | 'SETTLE') => (saying = { key: line.key, does });
  /** Of the line at the cursor, where that can be said of it. */
  function atCursor(may: (line: Line) => boolean, run: (line: Line) => void) {
    const line = list.current;
    if (line && maySay && may(line)) run(line);
  }

  const follow = () => document.querySelector<HTMLElement>(`#line-${list.cursor} a`)?.click();

  $effect(() =>
    bindKeys([
      ...list.keys({ row: 'line', open: { does: 'open what settles it', run: follow } }),
      ...(maySay
        ? [
            {
              keys: 't',
              does: 'take the line, or leave it',
              run: () => atCursor(() => true, take),
            },
            {
              keys: 'p',
              does: 'put the line off to a day',
              run: () =>
                atCursor(
                  (l) => mayRest(l) && !rests(l),
                  (l) => ask(l, 'PUT_OFF'),
                ),
            },
            {
              keys: 's',
              does: 'say that it is settled',
              run: () =>
                atCursor(
                  (l) => l.maySettle && !rests(l),
                  (l) => ask(l, 'SETTLE'),
                ),
            },
          ]
        : []),
    ]),
  );
</script>

<svelte:head><title>Desk – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Desk</h1>
  <span class="sub">
    {lines === null
      ? 'Looking…'
      : open === 0
        ? 'Nothing wants a decision today.'
        : `${sayCount(open, 'thing')} to decide. Each line says what happens if nothing is done.`}
    {travelled ? ' It is always about today.' : ''}
  </span>
  <button class="word csv" onclick={() => saveCsv('/api/v1/desk', 'desk.csv')}>as CSV</button>
</div>
{#if desk.fault && !saying}<p class="neg" role="alert">{desk.fault}</p>{/if}

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
        { name: 'Who', width: 150 },
      ]}
    >
      {#snippet row(line)}
        <DeskRow
          {line}
          {maySay}
          saying={saying?.key === line.key ? saying.does : null}
          fault={desk.fault}
          onsay={(does, more) => void say(line, does, more)}
          onask={(does) => ask(line, does)}
          onleave={() => (saying = null)}
        />
      {/snippet}
    </List>
  {/if}
{/snippet}
{@render part('Soon too late', split.soon, 0)}
{@render part('By money', split.later, split.soon.length)}
{@render part('Put off', split.putOff, open)}
{@render part('Settled today', split.settled, open + split.putOff.length)}

{#if desk.value && desk.value.done.length > 0}
  <section aria-labelledby="done">
    <h2 id="done">What I did today, {sayDay(today())}</h2>
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
    gap: var(--s-14);
  }
  .csv {
    margin-left: auto;
    font-size: var(--type-note);
  }
  section {
    margin: var(--s-20) 0;
    border-top: 1px solid var(--ink);
    padding-top: var(--s-6);
  }
  li {
    padding: var(--s-3) 0;
    border-bottom: 1px solid var(--fine);
    font-size: var(--type-row);
  }
</style>
