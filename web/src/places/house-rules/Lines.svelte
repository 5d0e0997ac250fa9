<!-- Lines and windows of the house and of single plans, who drew them and when. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { book } from '../../state/book.svelte';
  import { asOf } from '../../state/address.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayDay } from '../../state/say';

  type Drawn = Schemas['DrawnLine'];
  type PlanLines = Schemas['PlanLines'];

  const WORDS: Record<string, [string, string]> = {
    idle_line: ['idle line', 'days without use at which a seat counts as idle'],
    opening_grace: ['opening grace', 'days in which a first use is awaited'],
    need_window: ['need window', 'days back within which a part must have been used to be needed'],
    invitation_grace: ['invitation grace', 'days in which an invitation may stay unanswered'],
    leaver_horizon: [
      'leavers’ horizon',
      'days over which the ways to deal with a leaver’s account are compared',
    ],
  };
  const FIELDS: Record<string, string> = {
    idle_line: 'idleLine',
    opening_grace: 'openingGrace',
    need_window: 'needWindow',
    invitation_grace: 'invitationGrace',
    leaver_horizon: 'leaverHorizon',
  };

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/house-rules')),
  );
  const back = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/rounds/returns')),
  );
  const lines = $derived(question.value);
  const returns = $derived(new Map((back.value ?? []).map((one) => [one.plan, one])));
  const fault = $derived(question.fault || back.fault);

  const mayDraw = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');

  async function change(work: () => Promise<Schemas['HouseRulesLines']>) {
    const done = await question.attempt(async () => question.set(await work()));
    if (done) void book.load(asOf());
  }

  const drawHouse = (name: string, days: number) =>
    change(() =>
      dataOf(api.PUT('/api/v1/house-rules', { body: { [FIELDS[name]!]: days } as never })),
    );

  function drawPlan(plan: PlanLines, which: 'idleLine' | 'openingGrace', text: string) {
    const days = text === '' ? null : Number(text);
    const body = { idleLine: plan.idleLine.days, openingGrace: plan.openingGrace.days };
    body[which] = days;
    return change(() =>
      dataOf(
        api.PUT('/api/v1/plans/{plan}/lines', {
          params: { path: { plan: plan.plan } },
          body: body as never,
        }),
      ),
    );
  }

  /** Of the seats that rounds took back, how many were needed again. */
  function sayAgain(plan: string): string {
    const one = returns.get(plan);
    return one ? `${one.cameBack} of ${one.takenBack}` : '–';
  }

  const house = (name: string) => lines?.house.find((l) => l.name === name)?.days ?? '';
  const drawnBy = (line: Drawn) => (line.by ? `${line.by}, ${sayDay(line.on)}` : 'from the book');
</script>

{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
{#if lines}
  <div class="page">
    <section aria-labelledby="house-lines">
      <h2 id="house-lines">Of the house</h2>
      <dl>
        {#each lines.house as line (line.name)}
          <dt>
            <b>{WORDS[line.name]?.[0]}</b>
            <span class="sub">{WORDS[line.name]?.[1]}</span>
          </dt>
          <dd>
            <input
              type="number"
              min="1"
              max={line.name === 'leaver_horizon' ? 7300 : line.name === 'need_window' ? 730 : 365}
              aria-label={WORDS[line.name]?.[0]}
              value={line.days}
              disabled={!mayDraw}
              onchange={(e) => drawHouse(line.name, Number(e.currentTarget.value))}
            />
            d
            <span class="sub block">{drawnBy(line)}</span>
          </dd>
        {/each}
      </dl>
      <p class="sub">
        Try lines on the findings before you draw them here: the board moves at once, and nothing
        changes for anybody else.
      </p>
    </section>
    <section aria-labelledby="plan-lines">
      <h2 id="plan-lines">Of single plans; empty where the house’s counts</h2>
      <table class="list">
        <thead>
          <tr>
            <th>Plan</th>
            <th class="r">idle line</th>
            <th>drawn by</th>
            <th class="r">opening grace</th>
            <th>drawn by</th>
            <th class="r" title="Seats that rounds took back, and were needed again within 30 days"
              >needed again</th
            >
          </tr>
        </thead>
        <tbody>
          {#each lines.plans as plan (plan.plan)}
            <tr>
              <td><b class="name">{plan.planName}</b> <span class="sub">{plan.vendorName}</span></td
              >
              {#each ['idleLine', 'openingGrace'] as const as which (which)}
                <td class="r">
                  <input
                    type="number"
                    min="1"
                    max="365"
                    aria-label="{which === 'idleLine'
                      ? 'idle line'
                      : 'opening grace'} of {plan.planName}"
                    placeholder={String(
                      house(which === 'idleLine' ? 'idle_line' : 'opening_grace'),
                    )}
                    value={plan[which].days ?? ''}
                    disabled={!mayDraw}
                    onchange={(e) => drawPlan(plan, which, e.currentTarget.value)}
                  /> d
                </td>
                <td class="sub">{plan[which].days ? drawnBy(plan[which]) : '–'}</td>
              {/each}
              <td class="r num">{sayAgain(plan.plan)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
  </div>
{/if}

<style>
  .page {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr);
    gap: var(--s-30);
    align-items: start;
  }
  h2 {
    border-bottom: 1px solid var(--ink);
    padding-bottom: var(--s-4);
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
  }
  dt {
    padding-right: var(--s-14);
  }
  dt,
  dd {
    padding-top: var(--s-6);
    padding-bottom: var(--s-6);
    border-bottom: 1px solid var(--fine);
  }
  dt span {
    display: block;
  }
  dd {
    text-align: right;
  }
  .block {
    display: block;
  }
  input {
    width: 52px;
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    font: var(--type-text) var(--font-mono);
    text-align: right;
  }
  .num {
    font-size: var(--type-note);
    white-space: nowrap;
  }
  table.list thead th {
    padding-top: var(--s-6);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  p {
    margin-top: var(--s-10);
  }
</style>
