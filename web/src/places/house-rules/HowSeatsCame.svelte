<!-- Subscriptions whose seats came in more than one way, and whose seats those are. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, to } from '../../state/address.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount } from '../../state/say';

  const WAYS: Record<Schemas['Methods']['usual'], string> = {
    HAND: 'by hand',
    RULE: 'by rule',
    VENDOR: 'by the vendor’s own sync',
  };
  const MOST_SHOWN = 40;

  let open = $state('');

  const maySteer = $derived(session.me?.role === 'STEWARD');

  const question = new Question(
    () => asOf(),
    (day) => dataOf(api.GET('/api/v1/methods', { params: { query: { asOf: day } } })),
    { again: () => slates.draft?.moveCount },
  );
  const lines = $derived(question.value ?? []);

  const several = (l: Schemas['Methods']) => new Set(l.others.map((o) => o.method)).size > 1;

  const mix = (line: string, mixed: boolean) =>
    question.attempt(async () => {
      const params = { path: { line } };
      const now = await dataOf(
        api.POST('/api/v1/subscriptions/{line}/methods', { params, body: { mixed } }),
      );
      question.set(lines.map((l) => (l.line === line ? now : l)));
    });
</script>

{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if lines.length > 0}
  <h2 id="ways">Seats that came in more than one way</h2>
  <table class="list" aria-labelledby="ways">
    <thead>
      <tr>
        <th>Subscription</th>
        <th class="r">by hand</th>
        <th class="r">by rule</th>
        <th class="r">by vendor</th>
        <th>The other way</th>
        <th class="r">do</th>
      </tr>
    </thead>
    <tbody>
      {#each lines as l (l.line)}
        <tr>
          <td>
            <a class="name" href={to(`/subscriptions/${l.line}`)}>{l.vendorName} {l.planName}</a>
          </td>
          <td class="r num">{l.byHand}</td>
          <td class="r num">{l.byRule}</td>
          <td class="r num">{l.byVendor}</td>
          <td>
            {#if l.mixed}<span class="sub">mixed on purpose</span>
            {:else}
              <button
                class="word"
                aria-expanded={open === l.line}
                onclick={() => (open = open === l.line ? '' : l.line)}
              >
                {sayCount(l.others.length, 'seat')} not {WAYS[l.usual]}
              </button>
            {/if}
          </td>
          <td class="r">
            {#if maySteer}
              <button class="word" onclick={() => mix(l.line, !l.mixed)}>
                {l.mixed ? 'one way again' : 'it is on purpose'}
              </button>
            {/if}
          </td>
        </tr>
        {#if open === l.line && !l.mixed}
          <tr class="others">
            <td colspan="6">
              {#each l.others.slice(0, MOST_SHOWN) as o, n (o.holding)}{n > 0
                  ? ', '
                  : ''}{#if o.person}<a href={to(`/people/${o.person}`)}>{o.name}</a
                  >{:else}{o.name}{/if}
                <span class="sub">{several(l) ? WAYS[o.method] : ''}</span>{/each}
              {#if l.others.length > MOST_SHOWN}
                <span class="sub">and {l.others.length - MOST_SHOWN} more</span>
              {/if}
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
{/if}

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding: var(--s-20) 0 var(--s-6);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  table.list td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
  .others td {
    background: var(--tape);
    line-height: 1.7;
  }
</style>
