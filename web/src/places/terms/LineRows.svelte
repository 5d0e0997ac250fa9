<!-- One subscription of an agreement: its row, and its prices by quantity below. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import type { Schemas } from '../../api/client';
  import { to } from '../../state/address.svelte';
  import { sayMoney } from '../../state/say';
  import { pastedSteps, type Edits, type Line, type Step } from './edits.svelte';

  interface Props {
    line: Line;
    edits: Edits;
    faults: Schemas['TermsFault'][];
    mayEdit: boolean;
  }
  let { line, edits, faults, mayEdit }: Props = $props();

  const PRICING = { FLAT: 'flat', VOLUME: 'all at the band’s', GRADUATED: 'each at its band’s' };

  const faultOf = (of: string, field: string) =>
    faults.find((one) => one.of === of && one.field === field)?.message ?? '';

  /** With an empty row to type the next into. */
  const steps = (): Step[] => [
    ...edits.breaksOf(line),
    ...(mayEdit ? [{ fromSeats: '', unitPrice: '' }] : []),
  ];

  function setStep(n: number, field: keyof Step, value: string) {
    edits.setBreaks(
      line,
      steps().map((step, at) => (at === n ? { ...step, [field]: value } : step)),
    );
  }

  function paste(n: number, text: string): boolean {
    const pasted = pastedSteps(text);
    if (pasted) edits.setBreaks(line, [...steps().slice(0, n), ...pasted]);
    return pasted !== null;
  }
</script>

<tr>
  <td class="name"><a href={to(`/subscriptions/${line.line}`)}>{line.planName}</a></td>
  <td class="sub">{line.parts.join(', ') || '–'}</td>
  <td class="r">
    <Typed
      label="Seats bought of {line.planName}"
      number
      width={7}
      value={edits.ofLine(line, 'bought')}
      changed={edits.lineChanged(line, 'bought')}
      fault={faultOf(line.line, 'bought')}
      disabled={!mayEdit}
      onvalue={(v) => edits.setLine(line, 'bought', v)}
    />
  </td>
  <td class="r num sub">{line.model === 'FLOATING' ? 'pool' : line.held}</td>
  <td class="r">
    <Typed
      label="Price of {line.planName}"
      number
      width={10}
      value={edits.ofLine(line, 'unitPrice')}
      changed={edits.lineChanged(line, 'unitPrice')}
      fault={faultOf(line.line, 'unitPrice')}
      disabled={!mayEdit}
      onvalue={(v) => edits.setLine(line, 'unitPrice', v)}
    />
  </td>
  <td>
    <Pick
      label="How {line.planName} is priced"
      disabled={!mayEdit}
      value={edits.ofLine(line, 'pricing')}
      onchange={(e) => edits.setLine(line, 'pricing', e.currentTarget.value)}
    >
      {#each Object.entries(PRICING) as [value, text] (value)}
        <option {value}>{text}</option>
      {/each}
    </Pick>
  </td>
  <td class="r">
    <Typed
      label="Fewest seats of {line.planName}"
      number
      width={6}
      value={edits.ofLine(line, 'minimum')}
      changed={edits.lineChanged(line, 'minimum')}
      fault={faultOf(line.line, 'minimum')}
      disabled={!mayEdit}
      onvalue={(v) => edits.setLine(line, 'minimum', v)}
    />
  </td>
  <td class="r num">{sayMoney(line.yearly)}</td>
</tr>
{#if edits.ofLine(line, 'pricing') !== 'FLAT'}
  {#each steps() as step, n (n)}
    <tr class="step">
      <td></td>
      <td class="r sub">{n === 0 ? 'prices by quantity: from' : 'from'}</td>
      <td class="r">
        <Typed
          label="{line.planName}, price {n + 1}: from seats"
          number
          width={7}
          value={step.fromSeats}
          changed={edits.lineChanged(line, 'breaks')}
          disabled={!mayEdit}
          onvalue={(v) => setStep(n, 'fromSeats', v)}
          onpaste={(text) => paste(n, text)}
        />
      </td>
      <td class="sub">on</td>
      <td class="r">
        <Typed
          label="{line.planName}, price {n + 1}: a seat a year"
          number
          width={10}
          value={step.unitPrice}
          changed={edits.lineChanged(line, 'breaks')}
          disabled={!mayEdit}
          onvalue={(v) => setStep(n, 'unitPrice', v)}
        />
      </td>
      <td colspan="3" class="neg">{n === 0 ? faultOf(line.line, 'breaks') : ''}</td>
    </tr>
  {/each}
{/if}
{#each faults.filter((one) => one.of === line.line && one.field !== 'breaks') as one (one.field)}
  <tr class="step"><td></td><td colspan="7" class="neg">{one.message}</td></tr>
{/each}

<style>
  .name {
    font: 600 var(--type-text) var(--font-serif);
    white-space: nowrap;
  }
  td {
    padding-top: var(--s-4);
    padding-bottom: var(--s-4);
  }
  .step td {
    border-top: 0;
    font-size: var(--type-note);
  }
</style>
