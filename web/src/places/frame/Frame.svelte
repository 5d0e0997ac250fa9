<!-- The frame around every view: places, as-of day, standing line and slate tape. -->
<script lang="ts">
  import { Router } from 'sv-router';
  import SlateTape from '../../pieces/slate-tape/SlateTape.svelte';
  import StandingLine from '../../pieces/standing-line/StandingLine.svelte';
  import KeysSheet from '../../pieces/keys-sheet/KeysSheet.svelte';
  import AsOf from './AsOf.svelte';
  import Closed from './Closed.svelte';
  import Find from './Find.svelte';
  import Who from './Who.svelte';
  import { isActive, navigate, route } from '../../router';
  import { asOf, search, to, travelBy } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  const PLACES = [
    { path: '/desk', name: 'Desk', key: 'd' },
    { path: '/subscriptions', name: 'Subscriptions', key: 's' },
    { path: '/people', name: 'People', key: 'p' },
    { path: '/findings', name: 'Findings', key: 'f' },
    { path: '/rounds', name: 'Rounds', key: 'r' },
    { path: '/leavers', name: 'Leavers', key: 'e' },
    { path: '/renewals', name: 'Renewals', key: 'w' },
    { path: '/slates', name: 'Slates', key: 'l' },
    { path: '/statement', name: 'Statement', key: 'm' },
    { path: '/bills', name: 'Bills', key: 'b' },
    { path: '/intake', name: 'Intake', key: 'i' },
    { path: '/journal', name: 'Journal', key: 'j' },
    { path: '/house-rules', name: 'House rules', key: 'h' },
  ] as const;

  /** What leads are shown: the rest is closed to them. */
  const OF_LEADS: string[] = ['/people', '/findings', '/leavers', '/slates'];

  const places = $derived(
    session.isLead ? PLACES.filter((place) => OF_LEADS.includes(place.path)) : PLACES,
  );

  /** Pages below theirs that are not of anybody's groups. */
  const CLOSED_TO_LEADS = ['/people/list', '/people/waiting'];

  const closed = $derived(
    session.isLead &&
      (CLOSED_TO_LEADS.includes(route.pathname) ||
        !OF_LEADS.some((path) => `${route.pathname}/`.startsWith(`${path}/`))) &&
      route.pathname !== '/',
  );

  let keysOpen = $state(false);
  /** As somebody wants it; null for as it is best. */
  let wanted = $state<boolean | null>(null);
  let width = $state(1280);
  let find = $state<Find>();

  const withSort = (path: string, sort: string) =>
    `${to(path)}${to(path).includes('?') ? '&' : '?'}${sort}`;
  /** The five figures open to what they were counted from. */
  const standingLinks = $derived(
    session.isLead
      ? { recoverable: to('/findings') }
      : {
          paid: withSort('/subscriptions', 'order=paid'),
          inUse: withSort('/subscriptions', 'order=working'),
          recoverable: to('/findings'),
          spare: withSort('/subscriptions', 'order=spare'),
          kept: to('/statement/kept'),
        },
  );

  /** Places that are not for every day stand behind one word where room is short. */
  const SELDOM: string[] = ['/bills', '/intake', '/journal', '/house-rules'];
  const TIGHT = 1320;
  /** Here one more has to stand there. */
  const TIGHTER = 1160;
  const WRAPS = 900;
  let moreOpen = $state(false);
  const tight = $derived(width < TIGHT && width > WRAPS && places.length > SELDOM.length + 2);
  const seldom = $derived(width < TIGHTER ? ['/statement', ...SELDOM] : SELDOM);
  const shownPlaces = $derived(
    tight ? places.filter((place) => !seldom.includes(place.path)) : places,
  );
  const foldedPlaces = $derived(tight ? places.filter((place) => seldom.includes(place.path)) : []);

  const planned = $derived(slates.draft?.preview.yearly ?? null);

  const MOST_SHARE = 4;
  const TAPE = 276;
  /** Where it would take more than a quarter it lies over the page, and only when asked for. */
  const narrow = $derived(width < TAPE * MOST_SHARE);
  /** An empty tape, and one that the page itself shows, say nothing. */
  const says = $derived(
    (slates.draft?.moves.length ?? 0) > 0 ||
      slates.waitingForMe.length > 0 ||
      slates.readyToPost.length > 0 ||
      slates.underWay.length > 0 ||
      slates.waitingForOthers.length > 0,
  );
  const shown = $derived(route.pathname.startsWith('/slates/'));
  const folded = $derived(wanted ?? (narrow || shown || !says));

  // What was wanted of an empty tape is not wanted of a full one.
  let hadMoves = false;
  $effect(() => {
    const has = (slates.draft?.moves.length ?? 0) > 0;
    if (has !== hadMoves) wanted = null;
    hadMoves = has;
  });

  $effect(() => {
    void book.load(asOf());
  });
  $effect(() => {
    if (session.isLead && isActive('/')) void navigate('/people', { replace: true });
  });
  // An instance with nothing in it opens where one begins; with data nobody sees that unasked.
  $effect(() => {
    if (!session.isLead && isActive('/') && book.subscriptions?.length === 0) {
      void navigate('/begin', { replace: true, search: search() });
    }
  });
  $effect(() => {
    void slates.load().catch(() => undefined);
  });
  // What others send or decide shows without a reload once one comes back to the page.
  $effect(() => {
    const look = () => {
      if (document.visibilityState === 'visible') void slates.load().catch(() => undefined);
    };
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  });
  $effect(() => {
    return bindKeys([
      { keys: '?', does: 'show all keys', run: () => (keysOpen = true) },
      { keys: '/', does: 'find a plan, a vendor or a person', run: () => find?.focus() },
      { keys: '[', does: 'a week back', run: () => travelBy(-7) },
      { keys: ']', does: 'a week on', run: () => travelBy(7) },
      { keys: '\\', does: 'fold the slate away, or out', run: () => (wanted = !folded) },
      ...places.map((place) => ({
        keys: `g ${place.key}`,
        does: `go to ${place.name}`,
        run: () => void navigate(place.path, { search: search() }),
      })),
    ]);
  });

  function isOn(path: (typeof PLACES)[number]['path']): boolean {
    if (path === '/intake' && isActive('/begin')) return true;
    if (path === '/subscriptions' && (isActive('/') || isActive.startsWith('/pools/:plan'))) {
      return true;
    }
    return isActive.startsWith(path);
  }
</script>

<svelte:window bind:innerWidth={width} />

<div class={['frame', folded && 'folded', narrow && 'narrow']}>
  <header class="no-print">
    <a class="brand" href={to('/subscriptions')}>
      <svg width="24" height="18" viewBox="0 0 24 18" aria-hidden="true">
        <path class="bars" d="M4 2v14M9 2v14M14 2v14M19 2v14" />
        <path class="stroke" d="M1.5 13.5 21.5 4.5" />
      </svg>
      Sober Tally
    </a>
    <nav aria-label="Places">
      {#each shownPlaces as place (place.path)}
        <a
          href={to(place.path)}
          class:on={isOn(place.path)}
          aria-current={isOn(place.path) ? 'page' : undefined}
        >
          {place.name}{#if place.path === '/slates' && slates.waitingForMe.length > 0}
            <span class="waiting">{slates.waitingForMe.length}</span>{/if}
        </a>
      {/each}
      {#if foldedPlaces.length > 0}
        <div class="more">
          <button
            class:on={foldedPlaces.some((place) => isOn(place.path))}
            aria-expanded={moreOpen}
            onclick={() => (moreOpen = !moreOpen)}>More ▾</button
          >
          {#if moreOpen}
            <div>
              {#each foldedPlaces as place (place.path)}
                <a
                  href={to(place.path)}
                  aria-current={isOn(place.path) ? 'page' : undefined}
                  onclick={() => (moreOpen = false)}>{place.name}</a
                >
              {/each}
            </div>
          {/if}
        </div>
      {/if}
    </nav>
    <Find bind:this={find} />
    <AsOf />
    <Who onkeys={() => (keysOpen = true)} />
  </header>
  {#if book.standing}
    <StandingLine standing={book.standing} {planned} links={standingLinks} />
  {:else}
    <div class="nothing-yet" aria-hidden="true"></div>
  {/if}
  <aside class="no-print" aria-label="Slate">
    <SlateTape {folded} away={narrow} onfold={() => (wanted = !folded)} />
  </aside>
  <main tabindex="-1">
    {#if book.fault}
      <p class="fault" role="alert">
        {book.fault}
        <button class="word" onclick={() => book.load(asOf())}>Try again</button>
      </p>
    {/if}
    {#if closed}<Closed />{:else}<Router />{/if}
  </main>
</div>
<KeysSheet bind:open={keysOpen} />

<style>
  .frame {
    display: grid;
    height: 100%;
    grid-template: 46px auto 1fr / minmax(0, 1fr) 276px;
  }
  .frame.folded,
  .frame.narrow {
    grid-template-columns: minmax(0, 1fr) 38px;
  }
  .frame.narrow:not(.folded) aside {
    position: fixed;
    z-index: 30;
    top: 46px;
    right: 0;
    bottom: 0;
    width: min(276px, 100vw);
  }
  header {
    grid-column: 1 / 3;
    display: flex;
    align-items: center;
    gap: var(--s-16);
    padding: 0 var(--s-20);
    border-bottom: 1px solid var(--rule);
    min-width: 0;
  }
  .brand {
    font: 600 var(--type-head) var(--font-serif);
    letter-spacing: -0.01em;
    display: flex;
    gap: var(--s-8);
    align-items: center;
    text-decoration: none;
    white-space: nowrap;
  }
  .brand svg {
    stroke-width: 1.9;
    stroke-linecap: round;
    fill: none;
  }
  .bars {
    stroke: var(--ink);
  }
  .stroke {
    stroke: var(--locked);
  }
  nav {
    display: flex;
    gap: var(--s-14);
    align-self: stretch;
  }
  nav a {
    color: var(--soft);
    text-decoration: none;
    display: flex;
    align-items: center;
    gap: var(--s-6);
    border-bottom: 2px solid transparent;
    border-top: 2px solid transparent;
    white-space: nowrap;
  }
  .more {
    position: relative;
    display: flex;
  }
  .more button {
    color: var(--soft);
    border-bottom: 2px solid transparent;
    border-top: 2px solid transparent;
    white-space: nowrap;
  }
  .more button.on {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  .more div {
    position: absolute;
    z-index: 40;
    top: 100%;
    left: -10px;
    display: grid;
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: var(--s-4) 0;
  }
  .more div a {
    padding: var(--s-4) var(--s-14);
  }
  @media (max-width: 1150px) {
    nav {
      gap: var(--s-10);
    }
    nav a {
      font-size: var(--type-row);
    }
  }
  /* A page at twice its size: places and finding take a line of their own. */
  @media (max-width: 900px) {
    .frame {
      grid-template-rows: auto auto 1fr;
    }
    header {
      flex-wrap: wrap;
      gap: var(--s-4) var(--s-14);
      padding: var(--s-6) var(--s-12);
    }
    nav {
      order: 1;
      flex: 1 0 100%;
      flex-wrap: wrap;
      gap: var(--s-2) var(--s-14);
    }
    nav a {
      min-height: 26px;
    }
    main {
      padding: var(--s-10) var(--s-12) 0;
    }
  }
  nav a.on {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--ink);
  }
  .waiting {
    font: 600 var(--type-fine) var(--font-mono);
    background: var(--locked);
    color: var(--on-ink);
    border-radius: 2px;
    padding: 0 var(--s-4);
  }
  .nothing-yet {
    height: 51px;
    border-bottom: 1px solid var(--rule);
  }
  aside {
    grid-row: 2 / 4;
    grid-column: 2;
    border-left: 1px solid var(--rule);
    background: var(--desk);
    min-height: 0;
  }
  main {
    padding: var(--s-14) var(--s-20) 0;
    overflow: auto;
    min-height: 0;
    outline: none;
  }
  .fault {
    border: 1px solid var(--locked);
    background: var(--locked-ground);
    padding: var(--s-8) var(--s-12);
    margin-bottom: var(--s-12);
    border-radius: 2px;
  }
  @media print {
    .frame {
      display: block;
    }
  }
</style>
