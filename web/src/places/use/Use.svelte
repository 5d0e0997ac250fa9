<!-- How a subscription's seats were used over time, and where they are lost on the way, by group. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import Funnel from './Funnel.svelte';
  import UseSeries from '../../pieces/use-series/UseSeries.svelte';
  import { api, dataOf, saveCsv, saveXlsx, type Schemas, type SeriesDay } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, param, search, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { plusDays } from '../../state/say';

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

  function range(days: number) {
    setParam('to', null);
    setParam('from', days === USUAL ? null : plusDays(asOf(), 1 - days));
  }

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
<div class="range">
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

{#if funnel.length > 0}<Funnel {funnel} {group} />{/if}

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
  .range {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-14);
    align-items: baseline;
    margin: var(--s-8) 0 var(--s-12);
    font-size: var(--type-note);
    color: var(--soft);
  }
  .range button,
  .range label {
    white-space: nowrap;
  }
  /* Its height, so that what is below stays where it is. */
  .series {
    min-height: 285px;
  }
</style>
