<!-- Whom a standing rule would be about, with what it would put on the slate. -->
<script lang="ts">
  import type { RulePreview } from '../../api/client';
  import { to } from '../../state/address.svelte';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { sayCount, sayDay } from '../../state/say';

  let {
    preview,
    rule,
    busy,
    onswitch,
  }: {
    preview: RulePreview;
    /** The rule where it is in force; what is put on the slate names it. */
    rule: string | undefined;
    busy: boolean;
    /** Switches it on, or off. */
    onswitch: () => void;
  } = $props();

  async function toSlate() {
    await slates.plan([
      ...preview.gets.slice(0, Math.max(0, preview.spare)).map((p) => ({
        kind: 'HAND_OUT' as const,
        person: p.person,
        plan: preview.plan,
        rule,
      })),
      ...preview.comesBack.map((h) => ({ kind: 'TAKE_BACK' as const, holding: h.holding })),
    ]);
  }
</script>

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
  {#if session.maySteer && !rule}
    <button class="go" disabled={busy} onclick={onswitch}>Switch on</button>
  {:else if session.maySteer}
    <button class="plain" disabled={busy} onclick={onswitch}>Switch off</button>
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
          {#if one.cameBack}<span class="due">their seat came back on {sayDay(one.cameBack)}</span
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

<style>
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    font-size: var(--type-row);
  }
  dt,
  dd {
    padding: var(--s-3) 0;
    border-bottom: 1px solid var(--fine);
  }
  dd {
    text-align: right;
  }
  .do {
    display: flex;
    gap: var(--s-8);
    padding: var(--s-10) 0;
  }
  .do .plain,
  .do .go {
    padding: var(--s-4) var(--s-10);
  }
  .due {
    color: var(--idle-text);
    font-size: var(--type-note);
    font-weight: 600;
  }
  h3 {
    font-weight: 600;
    font-size: var(--type-note);
    padding-top: var(--s-8);
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: var(--s-8);
    font-size: var(--type-row);
    padding: var(--s-2) 0;
    border-bottom: 1px solid var(--fine);
  }
</style>
