<!-- Groups, who leads them, and the standing rules: whom one is about before it is switched on. -->
<script lang="ts">
  import List from '../../pieces/list/List.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Group } from '../../api/client';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { ListState } from '../../state/list.svelte';
  import { Question } from '../../state/question.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import HowSeatsCame from './HowSeatsCame.svelte';
  import WhomItIsAbout from './WhomItIsAbout.svelte';

  let busy = $state(false);

  const group = $derived(param('group') ?? '');
  const plan = $derived(param('plan') ?? '');

  const groups = new Question(
    () => ({ asOf: asOf() }),
    (query) => dataOf(api.GET('/api/v1/groups', { params: { query } })),
  );
  const choices = new Question(
    () => ({}),
    () => dataOf(api.GET('/api/v1/people/choices')),
  );
  const preview = new Question(
    () => (group && plan ? { group, plan, asOf: asOf() } : undefined),
    (query) => dataOf(api.GET('/api/v1/rules/preview', { params: { query } })),
    { again: () => slates.draft, subject: () => [group, plan].join() },
  );
  const fault = $derived(groups.fault || choices.fault || preview.fault);
  const rule = $derived(
    groups.value?.find((g) => g.group === group)?.rules.find((r) => r.plan === plan && r.inForce),
  );
  const list = new ListState<Group>({
    rows: () => groups.value ?? [],
    key: (one) => one.group,
    id: 'group',
    at: 'group',
  });

  $effect(() => bindKeys(list.keys({ row: 'group' })));

  /** Switches the rule on, or off where it is in force. */
  async function turn() {
    busy = true;
    await groups.attempt(async () =>
      groups.set(
        await dataOf(
          rule
            ? api.POST('/api/v1/rules/{rule}/end', { params: { path: { rule: rule.rule } } })
            : api.POST('/api/v1/rules', { body: { group, plan } }),
        ),
      ),
    );
    busy = false;
  }

  function open(ofGroup: string, ofPlan: string) {
    setParam('group', ofGroup);
    setParam('plan', ofPlan);
  }

  const people = (g: string) =>
    `${to('/people')}${to('/people').includes('?') ? '&' : '?'}group=${g}`;
</script>

<p class="sub lead">
  A standing rule says that people in a group get a plan. It hands nothing out by itself: what it
  wants goes on a slate. Who is suspended, has left or is on leave is passed over and named.
</p>
{#if fault}<p class="neg" role="alert">{fault}</p>{/if}

<div class="page">
  <List
    {list}
    known={groups.value !== null}
    columns={[
      { name: 'Group' },
      { name: 'people', right: true },
      { name: 'Led by' },
      { name: 'Standing rules' },
      { name: 'data kept', right: true },
    ]}
  >
    {#snippet row(g)}
      <td><a class="name" href={people(g.group)}>{g.name}</a></td>
      <td class="r num">{g.members}</td>
      <td>
        {#each g.leads as lead, n (lead.person)}{n > 0 ? ', ' : ''}<a
            href={to(`/people/${lead.person}`)}>{lead.name}</a
          >{:else}<span class="neg">nobody</span>{/each}
      </td>
      <td>
        {#each g.rules as r (r.rule)}
          <div>
            <button class="word" onclick={() => open(r.group, r.plan)}>
              get {r.vendorName}
              {r.planName}
            </button>
            <span class="sub">
              {r.inForce ? (r.from ? `since ${sayDay(r.from)}` : '') : `ended ${sayDay(r.until)}`}
            </span>
            {#if r.due > 0}<span class="due">{sayCount(r.due, 'move')} due</span>{/if}
          </div>
        {:else}<span class="sub">none</span>{/each}
      </td>
      <td class="r num">{g.retentionDays ? `${g.retentionDays} d` : '–'}</td>
    {/snippet}
  </List>

  <section aria-labelledby="about">
    <h2 id="about">Whom would a rule be about?</h2>
    <p class="ask">
      <label>
        People in
        <Pick value={group} onchange={(e) => setParam('group', e.currentTarget.value)}>
          <option value="">which group?</option>
          {#each groups.value ?? [] as g (g.group)}<option value={g.group}>{g.name}</option>{/each}
        </Pick>
      </label>
      <label>
        get
        <Pick value={plan} onchange={(e) => setParam('plan', e.currentTarget.value)}>
          <option value="">which plan?</option>
          {#each choices.value?.plans ?? [] as p (p.id)}<option value={p.id}>{p.name}</option
            >{/each}
        </Pick>
      </label>
    </p>
    {#if preview.value}
      <WhomItIsAbout preview={preview.value} rule={rule?.rule} {busy} onswitch={turn} />
    {:else}
      <p class="sub">Choose a group and a plan, or a rule from the list.</p>
    {/if}
  </section>
</div>
{#if groups.value}<HowSeatsCame />{/if}

<style>
  .lead {
    max-width: 74ch;
    margin: var(--s-2) 0 var(--s-12);
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 292px;
    gap: var(--s-24);
    align-items: start;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
    text-decoration: none;
  }
  td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
    vertical-align: top;
  }
  .due {
    color: var(--idle-text);
    font-size: var(--type-note);
    font-weight: 600;
  }
  section {
    border-top: 1px solid var(--ink);
    padding-top: var(--s-6);
  }
  .ask {
    display: grid;
    gap: var(--s-6);
    padding: var(--s-8) 0;
    font-size: var(--type-text);
  }
</style>
