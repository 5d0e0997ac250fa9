<!-- One slate, from draft to confirmed: what it would do, who says so, what became of each move. -->
<script lang="ts">
  import Progressbar from 'flowbite-svelte/Progressbar.svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import DayField from '../../pieces/controls/DayField.svelte';
  import QuantityMoves from '../../pieces/quantity-moves/QuantityMoves.svelte';
  import { saveCsv, type Move } from '../../api/client';
  import { navigate, route } from '../../router';
  import { param, search, to, today } from '../../state/address.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay, sayShortDay, saySigned, saySpare } from '../../state/say';
  import { sayMove, sayState, steps } from './words';

  const id = $derived(String(route.params.id ?? ''));
  const slate = $derived(slates.opened?.id === id ? slates.opened : null);
  /** Subscriptions of which seats came back by what was confirmed here. */
  const freed = $derived([
    ...new Set(
      (slate?.moves ?? [])
        .filter(
          (move) =>
            move.state === 'CONFIRMED' &&
            ['TAKE_BACK', 'DELETE', 'STEP_DOWN', 'SWAP', 'REST'].includes(move.kind),
        )
        .flatMap((move) => move.line ?? []),
    ),
  ]);
  const before = $derived(
    slate?.state === 'DRAFT' || slate?.state === 'SENT' || slate?.state === 'GRANTED',
  );
  const MOST_ROWS = 400;
  // What failed or waits for a hand wants looking at first.
  const rank = (move: Move) => (move.state === 'FAILED' ? 0 : move.byHand ? 1 : 2);
  const rows = $derived(
    [...(slate?.moves ?? [])].sort((a, b) => rank(a) - rank(b)).slice(0, MOST_ROWS),
  );
  let missing = $state(false);
  let reason = $state('');
  /** Moves that the decider does not grant though the others are. */
  const without = new SvelteSet<string>();

  /** The move that is to be given up, and why. */
  let ending = $state<string | null>(null);
  let why = $state('');

  async function end(event: SubmitEvent, move: string) {
    event.preventDefault();
    if (await slates.end(id, move, why)) {
      ending = null;
      why = '';
    }
  }

  const LOOKS_AGAIN_MS = 2_000;
  /** Steps whose turn is now leave by themselves: looked at until they have. */
  const stepsLeave = $derived(
    slate?.state === 'POSTED' &&
      slate.openCalls === 0 &&
      !slate.moves.some((move) => move.byHand) &&
      slate.moves.some(
        (move) => move.state === 'PLANNED' && !move.reason && (!move.due || move.due <= today()),
      ),
  );
  $effect(() => {
    if (!stepsLeave) return undefined;
    const timer = setInterval(() => void slates.load().catch(() => undefined), LOOKS_AGAIN_MS);
    return () => clearInterval(timer);
  });

  /** The step that is put off. */
  let puttingOff = $state<string | null>(null);
  async function putOff(move: string, day: string) {
    if (day && (await slates.putOff(id, move, day))) puttingOff = null;
  }

  let listFault = $state('');
  const takeAlong = () =>
    saveCsv(`/api/v1/work-by-hand?slate=${id}`, 'by-hand.csv').catch(
      (e: Error) => (listFault = e.message),
    );

  function leaveOut(move: string) {
    if (!without.delete(move)) without.add(move);
  }

  $effect(() => {
    missing = false;
    without.clear();
    slates.open(id).catch(() => (missing = true));
  });

  $effect(() =>
    bindKeys([
      {
        keys: 'Escape',
        does: 'back to all slates',
        run: () => void navigate('/slates', { search: search({ at: id }) }),
      },
    ]),
  );
</script>

<svelte:head><title>Slate – Sober Tally</title></svelte:head>

{#if slate}
  <div class="title">
    <h1>Slate of {sayCount(slate.moveCount, 'move')}</h1>
    <span class="sub">
      drafted by {slate.authorName} on {sayDay(slate.created.slice(0, 10))}{slate.deadline
        ? `, to be decided by ${sayDay(slate.deadline)}`
        : ''}{slate.deciderName ? `; decided by ${slate.deciderName}` : ''}
    </span>
    <a class="word journal" href="{to('/journal')}{param('asOf') ? '&' : '?'}slate={slate.id}"
      >in the journal</a
    >
  </div>
  <ol class="steps" aria-label="How far it has come">
    {#each steps(slate) as step (step.words)}
      <li
        class={[step.reached && 'reached', step.now && 'now', step.ended && 'ended']}
        aria-current={step.now ? 'step' : undefined}
      >
        {step.words}
      </li>
    {/each}
  </ol>

  <div class="sums">
    <dl>
      <dt>a year</dt>
      <dd class="num big">{saySigned(slate.preview.yearly)}</dd>
      <dt>cash, this year</dt>
      <dd class="num">{saySigned(slate.preview.cashThisYear)}</dd>
      <dt>seats back</dt>
      <dd class="num">{slate.preview.seatsBack}</dd>
    </dl>
    {#if slate.preview.lines.length > 0}
      <table class="list lines">
        <thead
          ><tr
            ><th>Subscription</th><th class="r">held</th><th class="r">spare</th><th class="r"
              >resting</th
            ><th class="r">a year</th></tr
          ></thead
        >
        <tbody>
          {#each slate.preview.lines as line (line.line)}
            <tr>
              <td>{line.planName}</td>
              <td class="r num">{line.before.held} → {line.after.held}</td>
              <td class="r num">{saySpare(line.before.spare)} → {saySpare(line.after.spare)}</td>
              <td class="r num">{line.before.resting} → {line.after.resting}</td>
              <td class="r num">{saySigned(line.yearlyDelta)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    <div class="act">
      {#if slate.note}<p class="note">“{slate.note}”</p>{/if}
      {#if slate.reason}<p class="note">{slate.deciderName}: “{slate.reason}”</p>{/if}
      {#if slate.mayDecide}
        <label class="sub">
          Reason (may stay empty)
          <input bind:value={reason} maxlength="1000" />
        </label>
        <p>
          <button
            class="go"
            disabled={slates.busy || without.size === slate.moveCount}
            onclick={() => slates.decide(id, true, reason, [...without])}
          >
            {without.size > 0 ? `Grant all but ${without.size}` : 'Grant'}
          </button>
          <button
            class="plain"
            disabled={slates.busy}
            onclick={() => slates.decide(id, false, reason)}
          >
            Refuse
          </button>
        </p>
      {:else if slate.mayPost}
        <p class="sub">
          Granted. Posting asks the vendors; each move is read back before it counts.
        </p>
        <button class="go" disabled={slates.busy} onclick={() => slates.post(id)}>
          Post {sayCount(slate.moveCount, 'move')}
        </button>
      {:else if slate.byHand > 0 && slate.openCalls === 0}
        <p role="status">
          <b>{sayCount(slate.byHand, 'change')} to be made by hand.</b>
          <span class="sub">
            Make each at the vendor and say so here, or bring in what the vendor shows: that
            confirms it.
          </span>
          {#if session.maySteer}
            <a href={to('/by-hand')}>the work list</a> ·
            <button class="word" onclick={takeAlong}>take the list along (CSV)</button> ·
            <button class="word" disabled={slates.busy} onclick={() => slates.allDoneByHand(id)}
              >all done by hand</button
            >
          {/if}
        </p>
      {:else if slate.openCalls > 0}
        <p role="status">
          <b>{slate.settled} of {slate.moveCount} settled.</b>
          <span class="sub">You can leave this page; it goes on.</span>
        </p>
        <Progressbar
          progress={Math.round((100 * slate.settled) / Math.max(1, slate.moveCount))}
          size="h-1.5"
          role="progressbar"
          aria-label="Moves settled"
          aria-valuemin={0}
          aria-valuemax={slate.moveCount}
          aria-valuenow={slate.settled}
        />
      {:else if slate.state === 'SENT'}
        <p class="sub">Waits for somebody else’s decision until {sayDay(slate.deadline)}.</p>
      {:else}
        <p role="status"><b>{sayState(slate)}.</b></p>
        {#if session.maySteer && freed.length > 0}
          <p class="sub">Seats that came back are paid until the quantity is lowered:</p>
          {#each freed as line (line)}<QuantityMoves {line} titled />{/each}
        {/if}
      {/if}
      {#if slates.fault || listFault}
        <p class="neg" role="alert">{slates.fault || listFault}</p>
      {/if}
    </div>
  </div>

  <table class="list moves">
    <thead>
      <tr>
        <th>Move</th>
        <th>Holder</th>
        <th>{before ? 'What to know' : 'What became of it'}</th>
        <th class="r">a year</th>
        <th class="r">money stops</th>
        <th class="r">do</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as move (move.id)}
        <tr class:out={without.has(move.id)}>
          <td>
            <b>{move.what}</b>
            {#if move.due}<div class="sub">on {sayDay(move.due)}</div>{/if}
            {#if move.waits && !move.due}<div class="sub">after the step before it</div>{/if}
          </td>
          <td>
            {#if move.person}<a class="person" href={to(`/people/${move.person}`)}>{move.name}</a>
            {:else}{move.name}{/if}
            {#if !move.holding}<!-- not of one seat -->
            {:else if move.lastUsed}<div class="sub">
                last used {sayShortDay(move.lastUsed, today())}
              </div>
            {:else if before}<div class="sub">no use seen</div>{/if}
          </td>
          <td class="what">
            {#each move.blocks as block (block.code)}<div class="neg">{block.text}</div>{/each}
            {#each move.warnings as warning (warning.code)}<div class="sub">
                {warning.text}
              </div>{/each}
            {#if !before}
              <span class={['state', move.state.toLowerCase()]}>{sayMove(move)}</span>
              {#if move.successor}
                <div class="sub">
                  {move.agreedOn
                    ? `${move.successorName} agreed on ${sayDay(move.agreedOn)}`
                    : `${move.successorName} has not agreed yet`}
                </div>
              {/if}
              {#if move.reason}<div class="neg">{move.reason}</div>{/if}
              {#if move.waitsFor}<div class="sub">{move.waitsFor}</div>{/if}
            {/if}
          </td>
          <td class="r num">{saySigned(move.yearly)}</td>
          <td class="r num">{sayDay(move.cashFrom)}</td>
          <td class="r">
            {#if slate.mayDecide}
              <button
                class="word"
                aria-pressed={without.has(move.id)}
                aria-label="leave out {move.what} of {move.name}"
                onclick={() => leaveOut(move.id)}
                >{without.has(move.id) ? 'left out' : 'leave out'}</button
              >
            {/if}
            {#if slate.state === 'POSTED' && move.state === 'PLANNED' && session.maySteer}
              <button
                class="word"
                disabled={slates.busy}
                onclick={() => (puttingOff = puttingOff === move.id ? null : move.id)}
                >put off</button
              >&ensp;
              <button
                class="word"
                disabled={slates.busy}
                onclick={() => slates.takeOff(id, move.id)}>take off</button
              >
            {/if}
            {#if slate.state === 'POSTED' && move.successor && !move.agreedOn && session.maySteer}
              <button class="word" disabled={slates.busy} onclick={() => slates.agreed(id, move.id)}
                >has agreed</button
              >&ensp;
            {/if}
            {#if move.byHand && session.maySteer}
              <button
                class="word"
                disabled={slates.busy}
                onclick={() => slates.doneByHand(id, move.id)}>done by hand</button
              >
            {/if}
            {#if move.mayEnd && !move.byHand}
              <button class="word" disabled={slates.busy} onclick={() => slates.byHand(id, move.id)}
                >by hand instead</button
              >&ensp;
            {/if}
            {#if move.mayEnd}
              <button class="word" onclick={() => (ending = ending === move.id ? null : move.id)}
                >give up</button
              >
            {/if}
            {#if move.mayUndo}
              <button class="word" disabled={slates.busy} onclick={() => slates.undo(id, move.id)}>
                undo
              </button>
            {/if}
          </td>
        </tr>
        {#if puttingOff === move.id}
          <tr>
            <td colspan="6">
              <p class="ending">
                <DayField
                  label="To be made on"
                  min={today()}
                  value={move.due ?? ''}
                  onday={(day) => void putOff(move.id, day)}
                />
              </p>
            </td>
          </tr>
        {/if}
        {#if ending === move.id}
          <tr>
            <td colspan="6">
              <form class="ending" onsubmit={(e) => end(e, move.id)}>
                <label class="sub">
                  Why it is given up; whether it happened at the vendor stays unknown
                  <input bind:value={why} required maxlength="500" />
                </label>
                <button class="plain" disabled={slates.busy}>Give up this move</button>
              </form>
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  {#if slate.moveCount > MOST_ROWS}
    <p class="sub">The first {MOST_ROWS} of {slate.moveCount}; the journal has all.</p>
  {/if}
{:else if missing}
  <h1>There is no such slate</h1>
  <p class="sub">It may be somebody else’s draft. <a href={to('/slates')}>All slates</a></p>
{/if}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 12px;
  }
  .journal {
    margin-left: auto;
    font-size: 12px;
  }
  .person {
    color: var(--link);
  }
  .steps {
    display: flex;
    margin: 12px 0 14px;
    border-bottom: 1px solid var(--rule);
  }
  .steps li {
    padding: 3px 26px 5px 0;
    color: var(--soft);
    font-size: 12.5px;
    position: relative;
  }
  .steps li.reached {
    color: var(--ink);
  }
  .steps li.reached::after {
    content: '';
    position: absolute;
    left: 0;
    right: 8px;
    bottom: -1px;
    height: 3px;
    background: var(--used);
  }
  .steps li.now {
    font-weight: 600;
  }
  .steps li.ended::after {
    background: var(--locked);
  }
  .sums {
    display: grid;
    grid-template-columns: 205px minmax(0, 1fr) 250px;
    gap: 26px;
    align-items: start;
    margin-bottom: 16px;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 3px 10px;
    align-items: baseline;
    background: var(--tape);
    padding: 10px 12px;
  }
  dt {
    color: var(--soft);
    font-size: 12px;
    white-space: nowrap;
  }
  dd {
    text-align: right;
    white-space: nowrap;
  }
  .big {
    font-weight: 600;
    font-size: 15px;
  }
  .act {
    display: grid;
    gap: 9px;
    grid-column: 3;
  }
  .act p {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .act input {
    display: block;
    width: 100%;
    margin-top: 3px;
    border: 1px solid var(--rule);
    background: var(--sheet);
    border-radius: 2px;
    padding: 5px 8px;
    font-size: 13px;
    color: var(--ink);
  }
  .ending {
    display: flex;
    gap: 10px;
    align-items: end;
  }
  .ending label {
    flex: 1;
  }
  .ending input {
    display: block;
    width: 100%;
    border: 1px solid var(--rule);
    background: var(--sheet);
    padding: 4px 8px;
    border-radius: 2px;
  }
  .note {
    font: italic 14px/1.4 var(--font-serif);
  }
  tr.out td:not(:last-child) {
    text-decoration: line-through;
    color: var(--soft);
  }
  table.list th {
    white-space: nowrap;
  }
  table.list td {
    vertical-align: top;
  }
  table.list .r {
    white-space: nowrap;
  }
  .what {
    max-width: 420px;
  }
  .state {
    font-weight: 600;
  }
  .state.confirmed {
    color: var(--used);
  }
  .state.failed {
    color: var(--locked);
  }
</style>
