<!-- Where seats are lost on the way from held to used steadily, by group. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { asOf, setParam } from '../../state/address.svelte';
  import { sayDay } from '../../state/say';

  interface Props {
    funnel: Schemas['UseFunnel'][];
    /** The group whose days are shown; null for everybody's. */
    group: string | null;
  }
  let { funnel, group }: Props = $props();

  const widest = $derived(Math.max(1, funnel[0]?.held ?? 1));
  const share = (part: number, whole: number) =>
    whole === 0 ? '–' : `${Math.round((100 * part) / whole)} %`;
</script>

<h2>Where seats are lost on the way</h2>
<p class="sub">
  Steady is who used it in three of the last four weeks{funnel[0]?.measurable
    ? ''
    : '; only the last use is known here, so nobody can be called steady'}. Counted on {sayDay(
    asOf(),
  )}.
</p>
<table class="list">
  <thead>
    <tr>
      <th>Group</th>
      <th class="r">hold a seat</th>
      <th class="r">took it up</th>
      <th class="r">opened it</th>
      <th class="r">use it steadily</th>
      <th class="r">too new to say</th>
      <th class="bars">lost at each step</th>
    </tr>
  </thead>
  <tbody>
    {#each funnel as f (f.group ?? '')}
      {@const rest = f.opened - f.tooNew - f.steady}
      <tr class:at={f.group && f.group === group}>
        <td>
          {#if f.group}
            <button class="name" onclick={() => setParam('group', f.group!)}>{f.name}</button>
          {:else}<b class="name">{f.name}</b>{/if}
        </td>
        <td class="r num">{f.held}</td>
        <td class="r num">{f.takenUp} <span class="sub">{share(f.takenUp, f.held)}</span></td>
        <td class="r num">{f.opened} <span class="sub">{share(f.opened, f.held)}</span></td>
        <td class="r num">{f.steady} <span class="sub">{share(f.steady, f.held)}</span></td>
        <td class="r num">{f.tooNew}</td>
        <td>
          <span
            class="way"
            style:width="{Math.max(3, (100 * f.held) / widest)}%"
            role="img"
            aria-label="{f.steady} steady, {f.tooNew} too new, {rest} not steady, {f.takenUp -
              f.opened} never opened, {f.held - f.takenUp} not taken up"
          >
            <i class="steady" style:flex-grow={f.steady}></i>
            <i class="new" style:flex-grow={f.tooNew}></i>
            <i class="rest" style:flex-grow={rest}></i>
            <i class="never" style:flex-grow={f.takenUp - f.opened}></i>
            <i class="waits" style:flex-grow={f.held - f.takenUp}></i>
          </span>
        </td>
      </tr>
    {/each}
  </tbody>
</table>
<p class="sub keys">
  <i class="steady"></i> steady <i class="new"></i> too new to say <i class="rest"></i> opened, not
  steady <i class="never"></i> never opened <i class="waits"></i> invitation not taken up
</p>

<style>
  h2 {
    margin-top: var(--s-20);
    font: 600 var(--type-lead) var(--font-serif);
  }
  table.list {
    margin-top: var(--s-8);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
    text-align: left;
  }
  button.name {
    color: var(--link);
  }
  .bars {
    width: 30%;
    padding-left: var(--s-16);
  }
  td:last-child {
    padding-left: var(--s-16);
  }
  .way {
    display: flex;
    height: 11px;
    border: 1px solid var(--ink);
  }
  .way i {
    flex-basis: 0;
  }
  .keys i {
    display: inline-block;
    width: 13px;
    height: 9px;
    border: 1px solid var(--ink);
    margin: 0 var(--s-3) 0 var(--s-12);
  }
  .steady {
    background: var(--used);
  }
  .new {
    background: var(--unsure-ground);
  }
  .rest {
    background: repeating-linear-gradient(45deg, var(--idle) 0 3px, var(--idle-ground) 3px 6px);
  }
  .never {
    background: radial-gradient(var(--idle) 1.2px, var(--never-ground) 1.4px) 0 0 / 5px 5px;
  }
  .waits {
    background: repeating-linear-gradient(
      0deg,
      var(--invite) 0 1.5px,
      var(--invite-ground) 1.5px 4px
    );
  }
  tr.at {
    background: var(--tape);
  }
</style>
