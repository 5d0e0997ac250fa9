<!-- Groups, who leads them, and the standing rules: whom one is about before it is switched on. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Group, type RulePreview, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import HowSeatsCame from './HowSeatsCame.svelte';
  import { sayCount, sayDay } from '../../state/say';
  import { latest } from '../../state/latest';

  let groups = $state.raw<Group[]>([]);
  let known = $state(false);
  let plans = $state.raw<Schemas['Choice'][]>([]);
  let preview = $state.raw<RulePreview | null>(null);
  let fault = $state('');
  let busy = $state(false);

  const group = $derived(param('group') ?? '');
  const plan = $derived(param('plan') ?? '');
  const rule = $derived(
    groups.find((g) => g.group === group)?.rules.find((r) => r.plan === plan && r.inForce),
  );
  const maySwitch = $derived(session.me?.role === 'STEWARD');

  $effect(() => {
    void load(asOf());
  });
  $effect(() => {
    void slates.draft;
    void look(group, plan, asOf());
  });

  const [turn, lookTurn] = [latest(), latest()];

  async function load(day: string) {
    const newest = turn();
    try {
      const [all, choices] = await Promise.all([
        dataOf(api.GET('/api/v1/groups', { params: { query: { asOf: day } } })),
        dataOf(api.GET('/api/v1/people/choices')),
      ]);
      if (!newest()) return;
      groups = all;
      known = true;
      plans = choices.plans;
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  async function look(ofGroup: string, ofPlan: string, day: string) {
    const newest = lookTurn();
    if (!ofGroup || !ofPlan) {
      preview = null;
      return;
    }
    try {
      const query = { group: ofGroup, plan: ofPlan, asOf: day };
      const found = await dataOf(api.GET('/api/v1/rules/preview', { params: { query } }));
      if (!newest()) return;
      preview = found;
      fault = '';
    } catch (e) {
      if (newest()) fault = (e as Error).message;
    }
  }

  async function change(work: () => Promise<Group[]>) {
    busy = true;
    try {
      groups = await work();
      fault = '';
    } catch (e) {
      fault = (e as Error).message;
    } finally {
      busy = false;
    }
  }

  const switchOn = () => change(() => dataOf(api.POST('/api/v1/rules', { body: { group, plan } })));
  const switchOff = () =>
    change(() =>
      dataOf(api.POST('/api/v1/rules/{rule}/end', { params: { path: { rule: rule!.rule } } })),
    );

  async function toSlate() {
    if (!preview) return;
    await slates.plan([
      ...preview.gets.slice(0, Math.max(0, preview.spare)).map((p) => ({
        kind: 'HAND_OUT' as const,
        person: p.person,
        plan: preview!.plan,
        rule: rule?.rule,
      })),
      ...preview.comesBack.map((h) => ({ kind: 'TAKE_BACK' as const, holding: h.holding })),
    ]);
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
  <table class="list">
    <thead>
      <tr>
        <th>Group</th>
        <th class="r">people</th>
        <th>Led by</th>
        <th>Standing rules</th>
        <th class="r">data kept</th>
      </tr>
    </thead>
    <tbody>
      {#each groups as g (g.group)}
        <tr class:at={g.group === group}>
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
                  {r.inForce
                    ? r.from
                      ? `since ${sayDay(r.from)}`
                      : ''
                    : `ended ${sayDay(r.until)}`}
                </span>
                {#if r.due > 0}<span class="due">{sayCount(r.due, 'move')} due</span>{/if}
              </div>
            {:else}<span class="sub">none</span>{/each}
          </td>
          <td class="r num">{g.retentionDays ? `${g.retentionDays} d` : '–'}</td>
        </tr>
      {/each}
    </tbody>
  </table>

  <section aria-labelledby="about">
    <h2 id="about">Whom would a rule be about?</h2>
    <p class="ask">
      <label>
        People in
        <Pick value={group} onchange={(e) => setParam('group', e.currentTarget.value)}>
          <option value="">which group?</option>
          {#each groups as g (g.group)}<option value={g.group}>{g.name}</option>{/each}
        </Pick>
      </label>
      <label>
        get
        <Pick value={plan} onchange={(e) => setParam('plan', e.currentTarget.value)}>
          <option value="">which plan?</option>
          {#each plans as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
        </Pick>
      </label>
    </p>
    {#if preview}
      <dl>
        <dt>hold it already</dt>
        <dd class="num">{preview.has}</dd>
        <dt>would get a seat</dt>
        <dd class="num">{preview.gets.length}</dd>
        <dt>spare seats</dt>
        <dd class={['num', preview.missing > 0 && 'neg']}>
          {preview.spare}{preview.missing > 0 ? `, ${preview.missing} too few` : ''}
        </dd>
        <dt>passed over</dt>
        <dd class="num">{preview.leftOut.length}</dd>
        <dt>come back</dt>
        <dd class="num">{preview.comesBack.length}</dd>
      </dl>
      <p class="do">
        {#if maySwitch && !rule}
          <button class="go" disabled={busy} onclick={switchOn}>Switch on</button>
        {:else if maySwitch}
          <button class="plain" disabled={busy} onclick={switchOff}>Switch off</button>
        {/if}
        {#if session.mayDraft && rule && preview.gets.length + preview.comesBack.length > 0}
          <button class="plain" disabled={slates.busy} onclick={toSlate}>
            Put {sayCount(
              Math.min(preview.gets.length, Math.max(0, preview.spare)) + preview.comesBack.length,
              'move',
            )} on the slate
          </button>
        {/if}
      </p>
      {#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}
      {#snippet names(
        title: string,
        list: { person?: string; name: string; why?: string; cameBack?: string | null }[],
      )}
        {#if list.length > 0}
          <h3>{title}</h3>
          <ul>
            {#each list.slice(0, 40) as one, n (n)}
              <li>
                {#if one.person}<a href={to(`/people/${one.person}`)}>{one.name}</a>
                {:else}{one.name}{/if}
                {#if one.why}<span class="sub">{one.why}</span>{/if}
                {#if one.cameBack}<span class="due"
                    >their seat came back on {sayDay(one.cameBack)}</span
                  >{/if}
              </li>
            {/each}
            {#if list.length > 40}<li class="sub">and {list.length - 40} more</li>{/if}
          </ul>
        {/if}
      {/snippet}
      {@render names('Would get a seat', preview.gets)}
      {@render names('Passed over', preview.leftOut)}
      {@render names('Seats that come back', preview.comesBack)}
    {:else}
      <p class="sub">Choose a group and a plan, or a rule from the list.</p>
    {/if}
  </section>
</div>
{#if known}<HowSeatsCame />{/if}

<style>
  .lead {
    max-width: 74ch;
    margin: 2px 0 12px;
  }
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 292px;
    gap: 26px;
    align-items: start;
  }
  .name {
    font: 600 13.5px var(--font-serif);
    text-decoration: none;
  }
  table.list td {
    padding-top: 5px;
    padding-bottom: 5px;
    vertical-align: top;
  }
  .due {
    color: var(--idle-text);
    font-size: 12px;
    font-weight: 600;
  }
  tr.at td:first-child {
    box-shadow: inset 3px 0 0 var(--ink);
    padding-left: 8px;
  }
  section {
    border-top: 1px solid var(--ink);
    padding-top: 6px;
  }
  .ask {
    display: grid;
    gap: 6px;
    padding: 8px 0;
    font-size: 13px;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    font-size: 12.5px;
  }
  dt,
  dd {
    padding: 3px 0;
    border-bottom: 1px solid var(--fine);
  }
  dd {
    text-align: right;
  }
  .do {
    display: flex;
    gap: 8px;
    padding: 10px 0;
  }
  .do .plain,
  .do .go {
    padding: 4px 10px;
  }
  h3 {
    font-weight: 600;
    font-size: 12px;
    padding-top: 8px;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    font-size: 12.5px;
    padding: 2px 0;
    border-bottom: 1px solid var(--fine);
  }
</style>
