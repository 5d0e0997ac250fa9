<!-- A floating pool: who is in now, whether it is the right size, and when it is full. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { navigate, route } from '../../router';
  import { asOf, search } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayDay, sayMoney } from '../../state/say';
  import { GRACE_MINUTES } from './grace';
  import InNow from './InNow.svelte';
  import RightSize from './RightSize.svelte';
  import SetAside from './SetAside.svelte';

  const plan = $derived(String(route.params.plan ?? ''));
  const subscription = $derived(book.subscriptions?.find((s) => s.plan === plan));

  let broken = $state(false);

  const sizing = new Question(
    () => ({ plan, day: asOf() }),
    ({ plan, day }) =>
      dataOf(
        api.GET('/api/v1/pools/{plan}/sizing', {
          params: { path: { plan }, query: { asOf: day } },
        }),
      ),
    { subject: () => plan },
  );
  const now = new Question(
    () => ({ plan }),
    (path) => dataOf(api.GET('/api/v1/pools/{plan}/now', { params: { path } })),
    { subject: () => plan },
  );
  const fault = $derived(now.fault || sizing.fault);

  // What changes comes by itself; nothing has to be asked again.
  $effect(() => {
    const stream = new EventSource(`/api/v1/pools/${encodeURIComponent(plan)}/stream`);
    stream.onmessage = (event) => {
      now.set(JSON.parse(event.data as string) as Schemas['PoolNow']);
      broken = false;
    };
    stream.onerror = () => (broken = true);
    return () => stream.close();
  });

  const change = (work: () => Promise<Schemas['PoolNow']>) =>
    now.attempt(async () => now.set(await work()));
  const ask = (id: string) =>
    void change(() =>
      dataOf(
        api.POST('/api/v1/pools/{plan}/sessions/{session}/ask', {
          params: { path: { plan, session: id } },
          body: { minutes: GRACE_MINUTES },
        }),
      ),
    );

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to Subscriptions',
        run: () => void navigate('/subscriptions', { search: search() }),
      },
    ]),
  );
</script>

<svelte:head><title>{subscription?.planName ?? plan} – Sober Tally</title></svelte:head>

<div class="title">
  <h1>{now.value?.planName ?? subscription?.planName ?? plan}</h1>
  {#if subscription}
    <span class="sub">
      {subscription.vendorName} · shared pool of {subscription.bought} seats at
      {sayMoney(subscription.seatPrice, true)} a year{subscription.noticeBy
        ? ` · notice by ${sayDay(subscription.noticeBy)}, renews ${sayDay(subscription.renews)}`
        : ''}
    </span>
  {/if}
</div>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

{#if now.value}
  <div class="page">
    <section aria-labelledby="in">
      <InNow now={now.value} {broken} onask={ask} />
      <SetAside {plan} loans={now.value.loans} {change} />
    </section>
    <section aria-labelledby="size">
      {#if sizing.value}
        <RightSize {plan} sizing={sizing.value} now={now.value} {subscription} />
      {/if}
    </section>
  </div>
{:else if !fault}
  <p class="sub">Looking…</p>
{/if}

<style>
  .title {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
    flex-wrap: wrap;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: var(--s-30);
    margin-top: var(--s-12);
  }
  @media (max-width: 1150px) {
    .page {
      gap: var(--s-20);
    }
  }
</style>
