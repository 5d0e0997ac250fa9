<!--
@component
A day, typed as people type days (`7 jan`, `+30`) or taken from Flowbite's calendar; it stands there
in our form.
-->
<script lang="ts">
  import Datepicker from 'flowbite-svelte/Datepicker.svelte';
  import { today } from '../../state/address.svelte';
  import { readDay } from '../../state/days';
  import { sayDay } from '../../state/say';

  let {
    value = $bindable(''),
    onday,
    label,
    min,
    max,
    from = today(),
    required = false,
  }: {
    /** As YYYY-MM-DD; empty for none. */
    value?: string;
    /** Told when somebody chose another day; of an empty field with an empty text. */
    onday?: (day: string) => void;
    /** What it is called, where no label around it says so. */
    label?: string;
    min?: string;
    max?: string;
    /** The day that `+30` counts from. */
    from?: string;
    required?: boolean;
  } = $props();

  const CALENDAR_WIDTH = 300;

  let box = $state<HTMLElement>();
  let input = $state<HTMLInputElement>();
  let open = $state(false);
  /** Whether the calendar would stand beyond the window's edge where the field begins. */
  let atEdge = $state(false);
  let fault = $state('');
  /** What is being typed; null while the field says the day that it has. */
  let typed = $state<string | null>(null);

  const shown = $derived(typed ?? (value ? sayDay(value) : ''));
  const asDate = (day: string | undefined) => (day ? new Date(`${day}T12:00:00`) : undefined);

  function problemOf(text: string, day: string | null): string {
    if (text.trim() === '') return required ? 'Write a day.' : '';
    if (!day) return 'Write a day as 7 Jan 2027, 7.1.2027 or +30.';
    if (min && day < min) return `Not before ${sayDay(min)}.`;
    if (max && day > max) return `Not after ${sayDay(max)}.`;
    return '';
  }

  function take(text: string) {
    const day = readDay(text, from);
    fault = problemOf(text, day);
    input?.setCustomValidity(fault);
    if (fault) return;
    typed = null;
    const next = day ?? '';
    if (next === value) return;
    value = next;
    onday?.(next);
  }

  /** A whole day is taken while it is typed; of anything else it is not yet known what it becomes. */
  function typing(text: string) {
    typed = text;
    fault = '';
    input?.setCustomValidity('');
    if (/^\d{4}-\d{2}-\d{2}$/.test(text)) take(text);
  }

  function show(now: boolean) {
    atEdge = (box?.getBoundingClientRect().left ?? 0) + CALENDAR_WIDTH > innerWidth;
    open = now;
  }

  function picked(date: unknown) {
    if (!(date instanceof Date)) return;
    const pad = (n: number) => String(n).padStart(2, '0');
    take(`${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`);
    open = false;
    input?.focus();
  }

  function key(event: KeyboardEvent) {
    if (event.key === 'Enter' && typed !== null) {
      take(typed);
      if (fault) event.preventDefault();
    } else if (event.key === 'ArrowDown') {
      show(true);
      event.preventDefault();
    } else if (event.key === 'Escape' && (open || typed !== null)) {
      open = false;
      typed = null;
      fault = '';
      input?.setCustomValidity('');
      event.stopPropagation();
    }
  }

  function left(event: FocusEvent) {
    if (!box?.contains(event.relatedTarget as Node)) open = false;
  }
</script>

<span class="day" bind:this={box} onfocusout={left}>
  <input
    bind:this={input}
    type="text"
    autocomplete="off"
    aria-haspopup="dialog"
    placeholder="7 Jan or +30"
    aria-label={label}
    aria-invalid={fault !== ''}
    title={fault || undefined}
    {required}
    value={shown}
    oninput={(event) => typing(event.currentTarget.value)}
    onchange={(event) => take(event.currentTarget.value)}
    onkeydown={key}
  />
  <!-- For the mouse; the keyboard opens the calendar with the arrow down. A button in a label would
       be what the label is of. -->
  <span class="open" role="presentation" onclick={() => show(!open)}></span>
  {#if open}
    <span class={['calendar', atEdge && 'edge']}>
      <Datepicker
        inline
        locale="en-GB"
        firstDayOfWeek={1}
        value={asDate(value)}
        defaultDate={asDate(from) ?? null}
        availableFrom={asDate(min) ?? null}
        availableTo={asDate(max) ?? null}
        onselect={picked}
        classes={{ grid: 'days', dayButton: 'day-of-month' }}
      />
    </span>
  {/if}
  {#if fault}<span class="fault" role="alert">{fault}</span>{/if}
</span>

<style>
  .day {
    position: relative;
    display: inline-flex;
    align-items: baseline;
    border-bottom: 1px solid var(--rule);
  }
  .day:focus-within {
    border-color: var(--ink);
  }
  input {
    width: 92px;
    border: 0;
    background: none;
    color: var(--ink);
    font-size: var(--type-row);
    padding: 1px 0;
  }
  input[aria-invalid='true'] {
    color: var(--locked);
  }
  .open {
    cursor: pointer;
    color: var(--soft);
    padding: 0 var(--s-2);
  }
  .open::after {
    content: '▾';
  }
  .calendar {
    position: absolute;
    top: calc(100% + 3px);
    left: 0;
    z-index: 30;
  }
  .calendar.edge {
    left: auto;
    right: 0;
  }
  .fault {
    position: absolute;
    top: 100%;
    left: 0;
    z-index: 20;
    white-space: nowrap;
    background: var(--sheet);
    border: 1px solid var(--locked);
    border-radius: 2px;
    color: var(--locked);
    font-size: var(--type-note);
    padding: 1px var(--s-6);
  }
</style>
