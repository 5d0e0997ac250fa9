import { untrack } from 'svelte';

/** One key, or two in a row (`g s`), and what it does. */
export interface KeyBinding {
  keys: string;
  does: string;
  run: () => void;
}

// Raw: what was added is found again by identity.
let bindings = $state.raw<KeyBinding[][]>([]);
let first = '';
let firstAt = 0;

const SECOND_KEY_WITHIN_MS = 900;

/** Everything that can be pressed now, for the sheet of keys. */
export function allKeys(): KeyBinding[] {
  return bindings.flat();
}

/** Adds keys while the component lives; later ones win. Call within an effect. */
export function bindKeys(keys: KeyBinding[]): () => void {
  // Untracked: an effect that adds keys must not run again because keys were added.
  bindings = [...untrack(() => bindings), keys];
  return () => {
    bindings = untrack(() => bindings).filter((other) => other !== keys);
  };
}

function isTyping(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null;
  if (!element?.tagName) return false;
  return (
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(element.tagName) &&
    (element as HTMLInputElement).type !== 'checkbox'
  );
}

function find(keys: string): KeyBinding | undefined {
  return [...allKeys()].reverse().find((binding) => binding.keys === keys);
}

/** Listens for the whole page. */
export function onKey(event: KeyboardEvent) {
  const open = document.querySelector('dialog[open]');
  if (open || event.ctrlKey || event.metaKey || event.altKey) return;
  if (isTyping(event.target)) {
    if (event.key === 'Escape') (event.target as HTMLElement).blur();
    return;
  }
  const onControl = (event.target as HTMLElement)?.closest?.('button, a, [role=slider]');
  if (onControl && (event.key === 'Enter' || event.key === ' ')) return;
  const pair = event.timeStamp - firstAt < SECOND_KEY_WITHIN_MS ? `${first} ${event.key}` : '';
  const hit = find(pair) ?? find(event.key);
  first = event.key;
  firstAt = event.timeStamp;
  if (hit) {
    event.preventDefault();
    first = '';
    hit.run();
  }
}
