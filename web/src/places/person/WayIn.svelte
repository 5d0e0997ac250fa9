<!-- What rules give somebody and most of their colleagues hold, and they do not: in one act. -->
<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayMoney } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  let { person, fresh }: { person: string; /** Whether they are new here. */ fresh: boolean } =
    $props();
  let wanted = $state<boolean | null>(null);
  const open = $derived(wanted ?? fresh);

  const asked = new Question(
    () => ({ person, asOf: asOf() }),
    (of) =>
      dataOf(
        api.GET('/api/v1/people/{person}/way-in', {
          params: { path: { person: of.person }, query: { asOf: of.asOf } },
        }),
      ),
    { again: () => book.version, subject: () => person },
  );
  /** Groups that they are not in: what rules give them follows from those that they are. */
  const others = new Question(
    () => (session.maySteer && open ? { person } : undefined),
    (path) => dataOf(api.GET('/api/v1/people/{person}/joinable-groups', { params: { path } })),
    { again: () => book.version, subject: () => person },
  );
  const joinable = $derived(others.value ?? []);
  let fault = $state('');
  let into = $state('');
  async function join(group: string) {
    fault = '';
    try {
      await dataOf(
        api.POST('/api/v1/groups/{group}/members', {
          params: { path: { group } },
          body: { who: person, lead: false },
        }),
      );
      await book.load(asOf());
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      into = '';
    }
  }
  /** Those that somebody took off or put on; what a rule gives is on from the start. */
  const turned = new SvelteSet<string>();
  $effect.pre(() => {
    void person;
    turned.clear();
    wanted = null;
  });
  const rows = $derived(asked.value ?? []);
  const isOn = (row: (typeof rows)[number]) => (row.rule !== null) !== turned.has(row.plan);
  const chosen = $derived(rows.filter(isOn));

  async function act() {
    await slates.plan(chosen.map((row) => ({ kind: 'HAND_OUT', person, plan: row.plan })));
  }
</script>

{#if (rows.length > 0 || session.maySteer) && !open}
  <p><button class="word" onclick={() => (wanted = true)}>what colleagues hold</button></p>
{:else if rows.length > 0 || joinable.length > 0}
  <section aria-labelledby="way-in">
    <h2 id="way-in">What colleagues hold</h2>
    {#if joinable.length > 0}
      <p>
        <Pick
          label="Into which group they come"
          bind:value={into}
          onchange={() => into && void join(into)}
        >
          <option value="">comes into a group…</option>
          {#each joinable as one (one.group)}<option value={one.group}>{one.name}</option>{/each}
        </Pick>
        <span class="sub">its rules give them what it gives all</span>
      </p>
    {/if}
    {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
    {#if rows.length === 0}<p class="sub">Nothing that they do not have.</p>{/if}
    {#each rows as row (row.plan)}
      <p>
        <Check
          checked={isOn(row)}
          onchange={() => (turned.has(row.plan) ? turned.delete(row.plan) : turned.add(row.plan))}
          >{row.vendorName} {row.planName}</Check
        >
        <span class="sub"
          >{row.rule ? 'a rule gives it, ' : ''}{row.colleagues} of {row.of} hold it · {sayMoney(
            row.yearly,
          )} a year · {row.spare > 0 ? `${row.spare} spare` : 'none spare'}</span
        >
      </p>
    {/each}
    <button class="plain" disabled={chosen.length === 0 || slates.busy} onclick={() => act()}
      >Hand out what is chosen</button
    >
  </section>
{/if}

<style>
  section {
    padding: var(--s-10) 0;
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  p {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-12);
    align-items: baseline;
    font-size: var(--type-row);
    padding: 1px 0;
  }
  .plain {
    margin-top: var(--s-4);
    padding: var(--s-3) var(--s-10);
  }
</style>
