<!--
@component
A value in running text that can be typed over: a dotted line says so. Tab and Enter keep what was
typed, Escape gives it up.
-->
<script lang="ts">
  let {
    value,
    label,
    width = 8,
    number = false,
    changed = false,
    fault = '',
    disabled = false,
    onvalue,
    onpaste,
  }: {
    value: string;
    /** What it is called. */
    label: string;
    /** In characters. */
    width?: number;
    number?: boolean;
    /** Whether it is otherwise than what is saved. */
    changed?: boolean;
    /** Why it cannot be. */
    fault?: string;
    disabled?: boolean;
    onvalue: (value: string) => void;
    /** Told of what is pasted; gives whether it was taken. */
    onpaste?: (text: string) => boolean;
  } = $props();

  function keys(event: KeyboardEvent & { currentTarget: HTMLInputElement }) {
    if (event.key === 'Escape') {
      event.stopPropagation();
      event.currentTarget.value = value;
      event.currentTarget.blur();
    } else if (event.key === 'Enter') {
      event.currentTarget.blur();
    }
  }
</script>

<input
  class={['typed', { number, changed, bad: fault !== '' }]}
  style:width="{width}ch"
  aria-label={label}
  aria-invalid={fault !== ''}
  title={fault || undefined}
  inputmode={number ? 'decimal' : undefined}
  {value}
  {disabled}
  onkeydown={keys}
  onchange={(e) => onvalue(e.currentTarget.value.trim())}
  onpaste={(e) => {
    if (onpaste?.(e.clipboardData?.getData('text/plain') ?? '')) e.preventDefault();
  }}
/>

<style>
  .typed {
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: 1px var(--s-3);
    font: inherit;
    color: inherit;
    max-width: 100%;
  }
  .typed.number {
    font: var(--type-text) var(--font-mono);
    text-align: right;
  }
  .typed:hover:not(:disabled) {
    background: var(--sheet);
  }
  .typed:focus {
    outline: 2px solid var(--ink);
    background: var(--sheet);
  }
  .typed.changed {
    font-weight: 700;
    border-bottom: 2px solid var(--ink);
  }
  .typed.bad {
    border-bottom: 2px solid var(--locked);
    color: var(--locked);
  }
  .typed:disabled {
    border-bottom-color: transparent;
  }
</style>
