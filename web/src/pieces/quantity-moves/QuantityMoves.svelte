<!--
@component
By how many seats a subscription is lowered or raised: numbers that something speaks for, and any
other, onto the slate. Nothing is offered that would be refused.
-->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, saySigned } from '../../state/say';

  let {
    line,
    titled = false,
  }: { line: string; /** Whether it names the plan. */ titled?: boolean } = $props();

  const asked = new Question(
    () => ({ line, asOf: asOf() }),
    (of) =>
      dataOf(
        api.GET('/api/v1/subscriptions/{line}/quantity', {
          params: { path: { line: of.line }, query: { asOf: of.asOf } },
        }),
      ),
    { again: () => [book.version, slates.all.map((s) => s.settled)], subject: () => line },
  );
  const quantity = $derived(asked.value);

  let typed = $state('');
  const by = $derived(/^[+\-−]?\d{1,6}$/.test(typed.trim()) ? Number(typed.replace('−', '-')) : 0);
  const tooMany = $derived(quantity !== null && by < 0 && -by > quantity.most);
  const good = $derived(quantity !== null && by !== 0 && !tooMany && (by < 0 || quantity.mayRaise));

  async function plan(seats: number) {
    const done = await slates.plan([
      seats < 0 ? { kind: 'GIVE_BACK', line, seats: -seats } : { kind: 'BUY_MORE', line, seats },
    ]);
    if (done) typed = '';
  }

  const words = (advice: Schemas['QuantityAdvice']) =>
    advice.by < 0
      ? `Give ${sayCount(-advice.by, 'seat')} back ${advice.says}`
      : `Buy ${sayCount(advice.by, 'seat')} more ${advice.says}`;
</script>

{#if asked.fault}<p class="neg" role="alert">{asked.fault}</p>{/if}
{#if quantity}
  <div class="quantity" role="group" aria-label="How many seats are bought of {quantity.planName}">
    <p class="sub">
      {#if titled}<b>{quantity.planName}</b>:{/if}
      {quantity.bought} bought{quantity.ends < quantity.bought
        ? `, ${quantity.ends} once what is given back is gone`
        : ''}{#if quantity.most > 0}; {quantity.most} can be given back from {sayDay(
          quantity.from,
        )}, told by {sayDay(quantity.noticeBy)}.{:else}. {quantity.whyNot}{/if}
    </p>
    {#if session.maySteer}
      {#each quantity.advice as one (one.because)}
        <button class="word" disabled={slates.busy} onclick={() => plan(one.by)}
          >{words(one)} <span class="num">{saySigned(one.yearly)} a year</span></button
        >
      {/each}
      <form
        onsubmit={(event) => {
          event.preventDefault();
          if (good) void plan(by);
        }}
      >
        by
        <input
          aria-label="By how many seats"
          placeholder={quantity.most > 0 ? `−${quantity.most}` : '+1'}
          size="5"
          bind:value={typed}
        />
        <button class="word" disabled={!good || slates.busy}
          >{by > 0 || (by === 0 && quantity.most === 0) ? 'raise it' : 'lower it'}</button
        >
        {#if tooMany}<span class="neg">at most {quantity.most} can be given back</span>{/if}
      </form>
    {/if}
  </div>
{/if}

<style>
  .quantity {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-16);
    font-size: var(--type-row);
  }
  .num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  form {
    display: inline-flex;
    gap: var(--s-6);
    align-items: baseline;
  }
  input {
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    font: var(--type-note) var(--font-mono);
    min-height: 24px;
    padding: 1px var(--s-3);
  }
  button {
    min-height: 24px;
  }
</style>
