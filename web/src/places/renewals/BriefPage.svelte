<!-- One page for whoever decides a renewal: the question, the need, the ways with money and risk. -->
<script lang="ts">
  import { api, dataOf } from '../../api/client';
  import { route } from '../../router';
  import { asOf, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney } from '../../state/say';

  const agreement = $derived(String(route.params.agreement ?? ''));
  const asked = new Question(
    () => ({ agreement, asOf: asOf() }),
    (of) =>
      dataOf(
        api.GET('/api/v1/agreements/{agreement}/renewal/brief', {
          params: { path: { agreement: of.agreement }, query: { asOf: of.asOf } },
        }),
      ),
    { again: () => book.version, subject: () => agreement },
  );
  const brief = $derived(asked.value);
  const most = $derived(
    Math.max(1, ...(brief?.ways ?? []).map((way) => Number(way.yearly.amount))),
  );
</script>

<svelte:head><title>{brief?.name ?? agreement}: brief – Sober Tally</title></svelte:head>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if brief}
  <article>
    <div class="title">
      <h1>{brief.name}: how it renews on {sayDay(brief.renews)}</h1>
      <a class="word" href={to(`/renewals/${agreement}`)}>workbench</a>
      <a
        class="word"
        href="/api/v1/agreements/{agreement}/renewal/brief.pdf?asOf={asOf()}"
        target="_blank"
        rel="noreferrer">as a paper</a
      >
    </div>
    <p>{brief.question}</p>
    <p class="asked">{brief.recommendation}</p>
    {#if brief.note}<p>“{brief.note}”</p>{/if}

    <h2>What is needed</h2>
    <p class="sub">{brief.evidence}</p>
    <table class="list dense">
      <thead>
        <tr>
          <th>Plan</th>
          <th class="r">bought</th>
          <th class="r">held</th>
          <th class="r">needed</th>
          <th class="r">in 8 of 10 years</th>
          <th class="r">{brief.chosen ? 'asked for' : 'proposed'}</th>
        </tr>
      </thead>
      <tbody>
        {#each brief.needs as need (need.plan)}
          <tr>
            <td class="name">{need.name}</td>
            <td class="r num">{need.bought}</td>
            <td class="r num">{need.held}</td>
            <td class="r num">{need.needed}</td>
            <td class="r num"
              >{need.low === null || need.low === undefined
                ? '–'
                : `${need.low} to ${need.high}`}</td
            >
            <td class="r num"><b>{need.asked}</b></td>
          </tr>
        {/each}
      </tbody>
    </table>

    <h2>The ways, a year and over the term</h2>
    <table class="list dense">
      <thead>
        <tr>
          <th>Way</th>
          <th></th>
          <th class="r">a year</th>
          <th class="r">less</th>
          <th class="r">over the term</th>
          <th>Seats and risk</th>
        </tr>
      </thead>
      <tbody>
        {#each brief.ways as way (way.name)}
          <tr class:chosen={way.asked}>
            <td class="name"
              >{way.name}{#if way.asked}<span class="mark"
                  >{brief.chosen ? 'asked for' : 'proposed'}</span
                >{/if}</td
            >
            <td class="bars"
              ><span class="bar" style:width="{(Number(way.yearly.amount) / most) * 100}%"
              ></span></td
            >
            <td class="r num">{sayMoney(way.yearly)}</td>
            <td class="r num">{sayMoney(way.less)}</td>
            <td class="r num">{sayMoney(way.overTerm)}</td>
            <td class="risk">{way.seats}. <span class="sub">{way.risk}</span></td>
          </tr>
        {/each}
      </tbody>
    </table>

    <h2>First</h2>
    <p>{brief.first}</p>
    <h2>Who decides, by when</h2>
    <p>{brief.who}</p>
    <p>{brief.ifNothing}</p>
  </article>
{/if}

<style>
  article {
    max-width: 980px;
  }
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-6) var(--s-16);
    padding-bottom: var(--s-6);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-12) 0 var(--s-2);
  }
  p {
    font-size: var(--type-text);
    padding: var(--s-2) 0;
  }
  .asked {
    border: 1px solid var(--ink);
    background: var(--sheet);
    padding: var(--s-6) var(--s-12);
    margin: var(--s-6) 0;
    font: 600 var(--type-text) var(--font-serif);
  }
  td {
    font-size: var(--type-row);
  }
  td.num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
    white-space: nowrap;
  }
  .mark {
    margin-left: var(--s-8);
    font: var(--type-fine) var(--font-sans);
    color: var(--used);
  }
  .chosen td {
    background: var(--sheet);
  }
  .bars {
    width: 150px;
  }
  .bar {
    display: block;
    height: 9px;
    background: var(--used);
  }
  @media print {
    .title a {
      display: none;
    }
  }
</style>
