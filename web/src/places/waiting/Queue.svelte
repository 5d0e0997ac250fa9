<!-- Who waits for a seat of which plan, and what serves them. -->
<script lang="ts">
  import QuantityMoves from '../../pieces/quantity-moves/QuantityMoves.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import type { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayDay } from '../../state/say';
  import AskLinks from './AskLinks.svelte';

  let { waiting }: { waiting: Question<null, Schemas['QueueEntry'][]> } = $props();

  const queue = $derived(waiting.value ?? []);
  /** The subscriptions of plans for which somebody waits and no seat is spare. */
  const short = $derived(
    [...new Set(queue.filter((q) => !q.seatNow).map((q) => q.plan))].flatMap((plan) => {
      const one = (book.subscriptions ?? []).find((s) => s.plan === plan);
      return one ? [one.line] : [];
    }),
  );
  const servable = $derived(queue.filter((q) => q.seatNow));

  const offer = () =>
    slates.plan(
      servable.map((q) => ({ kind: 'HAND_OUT' as const, person: q.person, plan: q.plan })),
    );

  const leave = (id: string) =>
    waiting.attempt(async () =>
      waiting.set(await dataOf(api.DELETE('/api/v1/queue/{id}', { params: { path: { id } } }))),
    );
</script>

<section aria-labelledby="waiting">
  <div class="head">
    <h2 id="waiting">Waiting for a seat</h2>
  </div>
  <ol>
    {#each queue as q (q.id)}
      <li>
        <span class="num">{q.place}</span>
        <span>
          <a href={to(`/people/${q.person}`)}>{q.name}</a>
          <span class="sub block">
            {q.planName}, since {sayDay(q.since.slice(0, 10))}{q.seatNow
              ? ' · a seat is spare'
              : ''}
          </span>
        </span>
        {#if session.mayDraft}
          <button
            class="word"
            aria-label="end: {q.name} waits no longer"
            onclick={() => leave(q.id)}>end</button
          >
        {/if}
      </li>
    {:else}
      <li class="sub">{waiting.value ? 'Nobody waits.' : 'Looking…'}</li>
    {/each}
  </ol>
  {#if session.mayDraft && servable.length > 0}
    <button class="plain" disabled={slates.busy} onclick={offer}>
      Hand out to the next {servable.length}
    </button>
  {:else if queue.length > 0}
    <p class="sub">
      No seat is spare for them. Seats taken back on the left serve them first; somebody new joins
      from their own page.
    </p>
  {/if}
  {#if session.maySteer}
    {#each short as line (line)}<QuantityMoves {line} titled />{/each}
  {/if}
  {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
  {#if session.mayDraft}<AskLinks />{/if}
</section>

<style>
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
    padding-bottom: var(--s-6);
    font-size: var(--type-note);
    white-space: nowrap;
  }
  .head h2 {
    font: 600 var(--type-lead) var(--font-serif);
    margin-right: auto;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
  li {
    display: grid;
    grid-template-columns: 22px 1fr auto;
    gap: var(--s-6);
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  li.sub {
    display: block;
  }
  ol {
    border-top: 1px solid var(--ink);
    margin-bottom: var(--s-10);
  }
  .block {
    display: block;
  }
</style>
