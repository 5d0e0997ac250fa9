<!-- Every vendor: how far its use is known, how it is reached, and what it shows otherwise than the book. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, param, setParam, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayMoment, sayShortDay } from '../../state/say';
  import { navigate } from '../../router';

  const BEHIND_DAYS = 3;
  const DAY_MS = 86_400_000;
  const LOOK_AGAIN_MS = 1_500;
  const LINK_WORDS: Record<string, string> = { scim: 'SCIM', rest: 'own interface' };

  let busy = $state('');
  let named = $state('');

  const open = $derived(param('vendor') ?? '');
  const mayBring = $derived(session.maySteer || session.me?.role === 'KEEPER');
  const how = { again: () => [book.standing, slates.all.map((s) => s.settled)] };
  const vendors = new Question(
    () => ({}),
    () => dataOf(api.GET('/api/v1/vendors')),
    how,
  );
  const drift = new Question(
    () => (open ? { vendor: open } : undefined),
    (path) => dataOf(api.GET('/api/v1/vendors/{vendor}/drift', { params: { path } })),
    { ...how, subject: () => open },
  );
  const drifted = $derived(drift.value ?? []);
  const fault = $derived(vendors.fault || drift.fault);

  async function work(what: string, run: () => Promise<unknown>) {
    busy = what;
    await vendors.attempt(async () => {
      await run();
      await Promise.all([vendors.reload(), book.load(asOf())]);
    });
    busy = '';
  }

  const read = (vendor: string) =>
    work(vendor, () => api.POST('/api/v1/vendors/{vendor}/read', { params: { path: { vendor } } }));

  const stop = (vendor: string) =>
    vendors.attempt(async () => {
      await api.POST('/api/v1/vendors/{vendor}/read/stop', { params: { path: { vendor } } });
      await vendors.reload();
    });

  /** While a vendor is read, how far that has come is asked for again and again. */
  const goesOn = $derived(
    busy !== '' || (vendors.value ?? []).some((one) => one.readingNow !== null),
  );
  $effect(() => {
    if (!goesOn) return;
    const again = setInterval(() => void vendors.reload(), LOOK_AGAIN_MS);
    return () => clearInterval(again);
  });
  const progressOf = (now: Schemas['ReadingProgress']) =>
    now.total > 0
      ? `${now.accounts.toLocaleString('en-GB')} of ${sayCount(now.total, 'account')} read`
      : `${sayCount(now.accounts, 'account')} read, ${sayCount(now.pages, 'page')}`;

  const takeOver = (one: Schemas['Drift']) =>
    work(one.account, async () =>
      drift.set(
        await dataOf(
          api.POST('/api/v1/vendors/{vendor}/drift/take-over', {
            params: { path: { vendor: open } },
            body: { account: one.account, plan: one.plan },
          }),
        ),
      ),
    );

  /** What may be taken over in one stroke. */
  const takeOverAll = () =>
    work('drift', async () =>
      drift.set(
        await dataOf(
          api.POST('/api/v1/vendors/{vendor}/drift/take-over-many', {
            params: { path: { vendor: open } },
            body: { of: drifted.map(({ account, plan }) => ({ account, plan })) },
          }),
        ),
      ),
    );

  const putRight = (one: Schemas['Drift']) =>
    slates.plan([{ kind: 'PUT_RIGHT', account: one.account, plan: one.plan }]);

  const write = () =>
    work('vendor', async () => {
      const made = await dataOf(api.POST('/api/v1/vendors', { body: { name: named } }));
      named = '';
      await navigate(
        `${to(`/terms/${made.vendor}`)}${to('').includes('?') ? '&' : '?'}sheet=rows` as '/intake',
      );
    });

  const linkWords = (v: Schemas['Vendor']) =>
    v.linkKind ? (LINK_WORDS[v.linkKind] ?? v.linkKind) : 'none: by hand';

  function behind(v: Schemas['Vendor']): number {
    return v.completeTo ? Math.round((Date.parse(asOf()) - Date.parse(v.completeTo)) / DAY_MS) : 0;
  }
</script>

{#if fault}<p class="neg" role="alert">{fault}</p>{/if}
<table class="list">
  <thead>
    <tr>
      <th>Vendor</th>
      <th>Use is known</th>
      <th>Link</th>
      <th>Read as a whole</th>
      <th class="r">drift</th>
      <th class="r">do</th>
    </tr>
  </thead>
  <tbody>
    {#each vendors.value ?? [] as v (v.vendor)}
      <tr>
        <td class="name"><a href={to(`/terms/${v.vendor}`)} title="the terms">{v.name}</a></td>
        <td>
          {#if v.hasEvidence}
            {sayShortDay(v.completeFrom, today())} – {sayShortDay(v.completeTo, today())}
            {#if v.evidenceKind === 'LAST_SEEN'}<span class="sub">last day only</span>{/if}
            {#if behind(v) > BEHIND_DAYS}
              <span class="stale">{behind(v)} days behind</span>
            {/if}
          {:else}<span class="sub">nothing</span>{/if}
        </td>
        <td class="sub">
          {#if mayBring}
            <a href={to(`/links/${v.vendor}`)} title="how {v.name} is reached">{linkWords(v)}</a>
          {:else}{linkWords(v)}{/if}
        </td>
        <td class="sub">
          {#if v.readingNow}
            <span role="status">{progressOf(v.readingNow)}</span>
          {:else if v.readFault}
            <span class="neg">
              {v.readFault}{v.faultSince ? ` Since ${sayMoment(v.faultSince)}.` : ''}
            </span>
          {:else if v.readAt}{sayCount(v.accounts, 'account')}
          {:else if v.linked}not yet{/if}
        </td>
        <td class="r">
          {#if v.drift > 0}
            <button
              class="word num"
              aria-expanded={open === v.vendor}
              onclick={() => setParam('vendor', open === v.vendor ? null : v.vendor)}
              >{v.drift}</button
            >
          {:else}<span class="num">{v.readAt ? 0 : '–'}</span>{/if}
        </td>
        <td class="r">
          {#if v.readingNow && session.maySteer}
            <button class="word" onclick={() => stop(v.vendor)}>stop</button>
          {:else if v.linked && session.maySteer}
            <button class="word" disabled={busy !== ''} onclick={() => read(v.vendor)}>
              {busy === v.vendor ? 'reading…' : 'read now'}
            </button>
          {/if}
        </td>
      </tr>
      {#if open === v.vendor}
        {#each drifted as one (one.account + one.plan)}
          <tr class="drift">
            <td colspan="4">
              {#if one.person}<a href={to(`/people/${one.person}`)}>{one.name}</a>
              {:else}{one.name}{/if}
              <span class="sub">
                {one.onlyAtVendor
                  ? `holds ${one.planName} at ${v.name}; the book does not know of it`
                  : `holds ${one.planName} by the book; ${v.name} does not show it`}
              </span>
            </td>
            <td colspan="2" class="r">
              {#if session.maySteer}
                <button class="word" disabled={busy !== ''} onclick={() => takeOver(one)}>
                  take over
                </button>
                ·
                <button class="word" disabled={slates.busy} onclick={() => putRight(one)}>
                  put right
                </button>
              {/if}
            </td>
          </tr>
        {:else}
          <tr class="drift"
            ><td colspan="6" class="sub"
              >{drift.value ? 'The vendor and the book agree.' : 'Looking…'}</td
            ></tr
          >
        {/each}
        {#if session.maySteer && drifted.length > 1}
          <tr class="drift">
            <td colspan="6" class="r">
              <button class="word" disabled={busy !== ''} onclick={takeOverAll}>
                {busy === 'drift' ? 'taking over…' : `take over all ${drifted.length}`}
              </button>
            </td>
          </tr>
        {/if}
      {/if}
    {/each}
  </tbody>
</table>
{#if mayBring}
  <form
    class="another"
    onsubmit={(e) => {
      e.preventDefault();
      void write();
    }}
  >
    <input aria-label="Name of another vendor" placeholder="another vendor" bind:value={named} />
    <button class="word" disabled={named.trim() === '' || busy !== ''}>write it down</button>
  </form>
{/if}
{#if slates.fault}<p class="neg" role="alert">{slates.fault}</p>{/if}

<style>
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  table.list td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
  .stale {
    color: var(--idle-text);
    font-weight: 600;
    font-size: var(--type-note);
    white-space: nowrap;
  }
  td .word {
    white-space: nowrap;
  }
  .drift td {
    background: var(--tape);
    padding-left: var(--s-14);
  }
  .another {
    display: flex;
    gap: var(--s-10);
    padding: var(--s-8) 0;
    font-size: var(--type-row);
  }
  .another input {
    width: 170px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: var(--s-2) 0;
  }
</style>
