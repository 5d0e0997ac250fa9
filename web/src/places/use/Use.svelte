<!-- How a subscription's seats were used over time, and where they are lost on the way, by group. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import UseSeries from '../../pieces/use-series/UseSeries.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas, type SeriesDay } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { plusDays, sayDay } from '../../state/say';

  const RANGES = [
    ['30 days', 30],
    ['90 days', 90],
    ['180 days', 180],
    ['a year', 365],
    ['two years', 730],
  ] as const;
  const USUAL = 180;

  const line = $derived(String(route.params.line ?? ''));
  const subscription = $derived(book.subscription(line));
  const until = $derived(param('to') ?? asOf());
  const from = $derived(param('from') ?? plusDays(until, 1 - USUAL));
  const group = $derived(param('group'));
  const query = $derived({
    asOf: asOf(),
    from,
    to: until,
    ...(group ? { group } : {}),
    limit: '10000',
  });
  const file = $derived(
    `/api/v1/subscriptions/${encodeURIComponent(line)}/series?${new URLSearchParams(query)}`,
  );
  const days = new Question(
    () => ({ line, query }),
    (of) =>
      dataOf(
        api.GET('/api/v1/subscriptions/{line}/series', {
          params: { path: { line: of.line }, query: of.query },
        }),
      ),
  );
  const lost = new Question(
    () => ({ line, day: asOf() }),
    (of) =>
      dataOf(
        api.GET('/api/v1/subscriptions/{line}/funnel', {
          params: { path: { line: of.line }, query: { asOf: of.day } },
        }),
      ),
  );
  const series = $derived<SeriesDay[] | null>(days.value);
  const funnel = $derived<Schemas['UseFunnel'][]>(lost.value ?? []);
  const fault = $derived(days.fault || lost.fault);
  const widest = $derived(Math.max(1, funnel[0]?.held ?? 1));

  function range(days: number) {
    setParam('to', null);
    setParam('from', days === USUAL ? null : plusDays(asOf(), 1 - days));
  }

  const share = (part: number, whole: number) =>
    whole === 0 ? '–' : `${Math.round((100 * part) / whole)} %`;

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to the subscription',
        run: () => void navigate('/subscriptions/:line', { params: { line }, search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>Use over time – Sober Tally</title></svelte:head>

<div class="title">
  <h1>Use of {subscription?.planName ?? line} over time</h1>
  <a class="word" href={to(`/subscriptions/${line}`)}>its seats</a>
  <span class="save">
    <button class="word" onclick={() => saveCsv(file, `${line}-use.csv`)}>as CSV</button>
    <button class="word" onclick={() => saveXlsx(file, `${line}-use.xlsx`)}>as XLSX</button>
  </span>
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
<div class="pick">
  {#each RANGES as [name, days] (days)}
    <button class="word" onclick={() => range(days)}>{name}</button>
  {/each}
  <label>
    from <DayField value={from} max={until} onday={(day) => setParam('from', day)} />
  </label>
  <label>
    to <DayField value={until} min={from} max={asOf()} onday={(day) => setParam('to', day)} />
  </label>
  <span class="sub">
    {group
      ? `only people of ${funnel.find((f) => f.group === group)?.name ?? group}; bought is everybody’s`
      : 'everybody'}
    {#if group}<button class="word" onclick={() => setParam('group', null)}>everybody</button>{/if}
  </span>
</div>
<div class="series">
  {#if series && series.length > 0}<UseSeries days={series} height={230} />
  {:else}<p class="sub">
      {series ? 'There was no such subscription then.' : fault ? '' : 'Counting…'}
    </p>{/if}
</div>

{#if funnel.length > 0}
  <h2>Where seats are lost on the way</h2>
  <p class="sub">
    Steady is who used it in three of the last four weeks{funnel[0]?.measurable
      ? ''
      : '; only the last use is known here, so nobody can be called steady'}. Counted on {sayDay(
      asOf(),
    )}.
  </p>
  <table class="list">
    <thead>
      <tr>
        <th>Group</th>
        <th class="r">hold a seat</th>
        <th class="r">took it up</th>
        <th class="r">opened it</th>
        <th class="r">use it steadily</th>
        <th class="r">too new to say</th>
        <th class="bars">lost at each step</th>
      </tr>
    </thead>
    <tbody>
      {#each funnel as f (f.group ?? '')}
        {@const rest = f.opened - f.tooNew - f.steady}
        <tr class:at={f.group && f.group === group}>
          <td>
            {#if f.group}
              <button class="name" onclick={() => setParam('group', f.group!)}>{f.name}</button>
            {:else}<b class="name">{f.name}</b>{/if}
          </td>
          <td class="r num">{f.held}</td>
          <td class="r num">{f.takenUp} <span class="sub">{share(f.takenUp, f.held)}</span></td>
          <td class="r num">{f.opened} <span class="sub">{share(f.opened, f.held)}</span></td>
          <td class="r num">{f.steady} <span class="sub">{share(f.steady, f.held)}</span></td>
          <td class="r num">{f.tooNew}</td>
          <td>
            <span
              class="way"
              style:width="{Math.max(3, (100 * f.held) / widest)}%"
              role="img"
              aria-label="{f.steady} steady, {f.tooNew} too new, {rest} not steady, {f.takenUp -
                f.opened} never opened, {f.held - f.takenUp} not taken up"
            >
              <i class="steady" style:flex-grow={f.steady}></i>
              <i class="new" style:flex-grow={f.tooNew}></i>
              <i class="rest" style:flex-grow={rest}></i>
              <i class="never" style:flex-grow={f.takenUp - f.opened}></i>
              <i class="waits" style:flex-grow={f.held - f.takenUp}></i>
            </span>
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="sub keys">
    <i class="steady"></i> steady <i class="new"></i> too new to say <i class="rest"></i> opened,
    not steady <i class="never"></i> never opened <i class="waits"></i> invitation not taken up
  </p>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-14);
    font-size: var(--type-note);
  }
  .save {
    margin-left: auto;
    display: flex;
    gap: var(--s-12);
  }
  .pick {
    display: flex;
    gap: var(--s-14);
    align-items: baseline;
    margin: var(--s-8) 0 var(--s-12);
    font-size: var(--type-note);
    color: var(--soft);
  }
  /* Its height, so that what is below stays where it is. */
  .series {
    min-height: 285px;
  }
  h2 {
    margin-top: var(--s-20);
    font: 600 var(--type-lead) var(--font-serif);
  }
  table.list {
    margin-top: var(--s-8);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
    text-align: left;
  }
  button.name {
    color: var(--link);
  }
  .bars {
    width: 30%;
    padding-left: var(--s-16);
  }
  td:last-child {
    padding-left: var(--s-16);
  }
  .way {
    display: flex;
    height: 11px;
    border: 1px solid var(--ink);
  }
  .way i {
    flex-basis: 0;
  }
  .keys i {
    display: inline-block;
    width: 13px;
    height: 9px;
    border: 1px solid var(--ink);
    margin: 0 var(--s-3) 0 var(--s-12);
  }
  .steady {
    background: var(--used);
  }
  .new {
    background: var(--unsure-ground);
  }
  .rest {
    background: repeating-linear-gradient(45deg, var(--idle) 0 3px, var(--idle-ground) 3px 6px);
  }
  .never {
    background: radial-gradient(var(--idle) 1.2px, var(--never-ground) 1.4px) 0 0 / 5px 5px;
  }
  .waits {
    background: repeating-linear-gradient(
      0deg,
      var(--invite) 0 1.5px,
      var(--invite-ground) 1.5px 4px
    );
  }
  tr.at {
    background: var(--tape);
  }
</style>
