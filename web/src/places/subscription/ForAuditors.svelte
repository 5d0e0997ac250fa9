<!-- For whoever audits: the seats of some days, to be read and to be checked from outside. -->
<script lang="ts">
  import DayField from '../../pieces/controls/DayField.svelte';
  import { asOf } from '../../state/address.svelte';
  import { plusDays } from '../../state/say';

  let { line }: { line: string } = $props();
  const YEAR = 364;
  let chosenFrom = $state('');
  let chosenTo = $state('');
  const last = $derived(chosenTo || asOf());
  const first = $derived(chosenFrom || plusDays(last, -YEAR));
  const address = $derived(`/api/v1/subscriptions/${encodeURIComponent(line)}/audit`);
  const days = $derived(`from=${first}&to=${last}&asOf=${asOf()}`);
</script>

<p class="audit">
  Ledger, decisions, evidence and journal from
  <DayField label="First day" value={first} max={last} onday={(d) => (chosenFrom = d)} />
  to
  <DayField label="Last day" value={last} max={asOf()} onday={(d) => (chosenTo = d)} />:
  <a class="word" href="{address}.pdf?{days}" download="{line}-audit.pdf">to read</a>
  <a class="word" href="{address}.zip?{days}" download="{line}-audit.zip"
    >to check, with the program that does it</a
  >
</p>

<style>
  .audit {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-10);
    padding: var(--s-4) 0 var(--s-8);
    font-size: var(--type-row);
  }
</style>
