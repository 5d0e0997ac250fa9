<!-- One agreement: its terms as sentences, its subscriptions as rows, all to be typed over. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import type { Schemas } from '../../api/client';
  import { sayDay, sayMoney } from '../../state/say';
  import LineRows from './LineRows.svelte';
  import Papers from './Papers.svelte';
  import type { Agreement, Edits } from './edits.svelte';

  interface Props {
    agreement: Agreement;
    edits: Edits;
    faults: Schemas['TermsFault'][];
    mayEdit: boolean;
  }
  let { agreement: a, edits, faults, mayEdit }: Props = $props();

  const RENEWS = { AUTO: 'by itself', MANUAL: 'only by hand' };
  const SHRINK = { MONTHLY: 'every month', AT_RENEWAL: 'at renewal', NEVER: 'never' };

  const faultOf = (of: string, field: string) =>
    faults.find((one) => one.of === of && one.field === field)?.message ?? '';
</script>

<section aria-label={a.name}>
  <div class="head">
    <h2>
      <Typed
        label="Name of the agreement"
        value={edits.ofAgreement(a, 'name')}
        width={Math.max(12, edits.ofAgreement(a, 'name').length + 2)}
        changed={edits.agreementChanged(a, 'name')}
        fault={faultOf(a.agreement, 'name')}
        disabled={!mayEdit}
        onvalue={(v) => edits.setAgreement(a, 'name', v)}
      />
    </h2>
    <span class="sub">paid in {a.currency} · {sayMoney(a.yearly)} a year</span>
  </div>
  <p class="terms">
    In force from
    {#if mayEdit}
      <DayField
        label="First day of {a.name}"
        value={edits.ofAgreement(a, 'starts')}
        onday={(day) => day && edits.setAgreement(a, 'starts', day)}
      />
    {:else}<b>{sayDay(a.starts)}</b>{/if}
    until before
    {#if mayEdit}
      <DayField
        label="End of {a.name}"
        value={edits.ofAgreement(a, 'ends')}
        onday={(day) => day && edits.setAgreement(a, 'ends', day)}
      />
    {:else}<b>{sayDay(a.ends)}</b>{/if}; it renews
    <Pick
      label="How {a.name} renews"
      disabled={!mayEdit}
      value={edits.ofAgreement(a, 'renews')}
      onchange={(e) => edits.setAgreement(a, 'renews', e.currentTarget.value)}
    >
      {#each Object.entries(RENEWS) as [value, text] (value)}<option {value}>{text}</option>{/each}
    </Pick>. Notice is due
    <Typed
      label="Notice days of {a.name}"
      number
      width={5}
      value={edits.ofAgreement(a, 'noticeDays')}
      changed={edits.agreementChanged(a, 'noticeDays')}
      fault={faultOf(a.agreement, 'noticeDays')}
      disabled={!mayEdit}
      onvalue={(v) => edits.setAgreement(a, 'noticeDays', v)}
    /> days before{#if a.noticeBy}, so by <b>{sayDay(a.noticeBy)}</b>{/if}. Fewer seats can be had
    <Pick
      label="When {a.name} may shrink"
      disabled={!mayEdit}
      value={edits.ofAgreement(a, 'mayShrink')}
      onchange={(e) => edits.setAgreement(a, 'mayShrink', e.currentTarget.value)}
    >
      {#each Object.entries(SHRINK) as [value, text] (value)}<option {value}>{text}</option>{/each}
    </Pick>.
  </p>
  {#if a.later.length > 0}
    <ul class="later" aria-label="What {a.name} has from later days on">
      {#each a.later as day (day.day)}
        <li class:sub={day.passed}>
          {day.passed ? 'since' : 'from'} <b>{sayDay(day.day)}</b>: {day.said.join('; ')}
        </li>
      {/each}
    </ul>
  {/if}
  <Papers agreement={a.agreement} name={a.name} {mayEdit} />
  {#each faults.filter((one) => one.of === a.agreement) as one (one.field)}
    <p class="neg">{one.message}</p>
  {/each}
  <table class="list">
    <thead>
      <tr>
        <th>Plan</th>
        <th>what it gives</th>
        <th class="r">bought</th>
        <th class="r">held</th>
        <th class="r">a seat a year</th>
        <th>price</th>
        <th class="r">at least</th>
        <th class="r">a year</th>
      </tr>
    </thead>
    <tbody>
      {#each a.lines as line (line.line)}
        <LineRows {line} {edits} {faults} {mayEdit} />
      {/each}
    </tbody>
  </table>
</section>

<style>
  section {
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: var(--s-16) var(--s-20) var(--s-10);
    margin-bottom: var(--s-16);
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: var(--s-12);
  }
  h2 {
    font: 600 var(--type-head) var(--font-serif);
  }
  .head .sub {
    margin-left: auto;
  }
  .terms {
    line-height: 2.2;
    font-size: var(--type-text);
    margin: var(--s-4) 0 var(--s-10);
    max-width: 96ch;
  }
  .later {
    font-size: var(--type-row);
    padding: 0 0 var(--s-10);
    list-style: none;
  }
  .later li {
    border-left: 3px solid var(--rule);
    padding: 1px 0 1px var(--s-8);
    margin-bottom: var(--s-3);
  }
</style>
