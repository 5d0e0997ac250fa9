<!-- The frame around every view: places, as-of day, standing line and slate tape. -->
<script lang="ts">
  import { Router } from 'sv-router';
  import SlateTape from '../../pieces/slate-tape/SlateTape.svelte';
  import StandingLine from '../../pieces/standing-line/StandingLine.svelte';
  import KeysSheet from '../../pieces/keys-sheet/KeysSheet.svelte';
  import AsOf from './AsOf.svelte';
  import Brand from './Brand.svelte';
  import Closed from './Closed.svelte';
  import Find from './Find.svelte';
  import Places from './Places.svelte';
  import Who from './Who.svelte';
  import { isClosedToLeads, placesOf } from './places';
  import { isActive, navigate, route } from '../../router';
  import { asOf, search, to, travelBy } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { bindKeys } from '../../state/keys.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';

  const places = $derived(placesOf(session.isLead));
  const closed = $derived(session.isLead && isClosedToLeads(route.pathname));

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
</script>

<svelte:window bind:innerWidth={width} />

<div class={['frame', folded && 'folded', narrow && 'narrow']}>
  <header class="no-print">
    <Brand />
    <Places {places} {width} />
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
    main {
      padding: var(--s-10) var(--s-12) 0;
    }
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
