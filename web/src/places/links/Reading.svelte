<!-- What a reading brought that kept nothing: who is recognised, who is not, what would be drift. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayCount } from '../../state/say';

  interface Props {
    reading: Schemas['DryReading'];
    name: string;
    /** Whether something was typed since. */
    stale: boolean;
  }
  let { reading: r, name, stale }: Props = $props();

  const RULES: Record<Schemas['DryReadingRule']['by'], string> = {
    NAME: 'called as here',
    REMEMBERED: 'recognised before',
    EXTERNAL_ID: 'by our id, which they know',
    MAIL: 'by the same mail',
  };
</script>

<div class:stale role="status">
  {#if r.fault}
    <p class="neg">It could not be read. {r.fault}</p>
  {:else}
    <table>
      <tbody>
        <tr class="all"><td>accounts there</td><td class="num">{r.accounts}</td></tr>
        {#each r.recognised as rule (rule.by)}
          <tr><td>{RULES[rule.by]}</td><td class="num">{rule.accounts}</td></tr>
        {/each}
        {#if r.unclear.length > 0}
          <tr class="neg">
            <td>may be several of ours, so nobody</td><td class="num">{r.unclear.length}</td>
          </tr>
        {/if}
        <tr><td>nobody here knows</td><td class="num">{r.unknown}</td></tr>
        {#if r.missing > 0}
          <tr><td>hold a seat here, not shown there</td><td class="num">{r.missing}</td></tr>
        {/if}
      </tbody>
    </table>
    {#if r.unclear.length > 0}
      <p class="sub">
        {#each r.unclear.slice(0, 3) as one, n (one.account)}{n > 0 ? '; ' : ''}<b>{one.account}</b>
          could be {one.ours.join(' or ')}{/each}.
      </p>
    {/if}
    {#if r.unknownSome.length > 0}
      <p class="sub">
        Not known: {r.unknownSome
          .slice(0, 6)
          .map((one) => (one.person ? `${one.account} (${one.person})` : one.account))
          .join(', ')}{r.unknown > 6 ? ` and ${r.unknown - 6} more` : ''}.
      </p>
    {/if}
    <h3>Otherwise than the book</h3>
    {#if r.drift.length === 0}
      <p class="sub">Nothing: {name} and the book agree.</p>
    {:else}
      <p class="sub">
        {sayCount(r.onlyAtVendor, 'seat')} only there, {sayCount(r.onlyInBook, 'seat')} only here. Once
        linked, each is taken over or put right.
      </p>
      <ul>
        {#each r.drift.slice(0, 8) as one (one.account + one.plan)}
          <li>
            {one.name}
            <span class="sub">{one.plan}, {one.onlyAtVendor ? 'only there' : 'only here'}</span>
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
  {#if stale && !r.fault}
    <p class="sub">Something was changed since; read again to see what it would bring.</p>
  {/if}
</div>

<style>
  .stale > :not(:last-child) {
    opacity: 0.6;
  }
  table {
    width: 100%;
    font-size: var(--type-row);
  }
  td {
    padding: var(--s-4) 0;
    border-bottom: 1px solid var(--fine);
  }
  td.num {
    text-align: right;
  }
  .all td {
    font-weight: 600;
  }
  h3 {
    font: 600 var(--type-row) var(--font-sans);
    padding: var(--s-12) 0 var(--s-2);
  }
  li {
    font-size: var(--type-row);
    padding: var(--s-3) 0;
    border-bottom: 1px solid var(--fine);
  }
  p.sub {
    padding: var(--s-4) 0;
  }
</style>
