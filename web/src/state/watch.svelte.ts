const KEY = 'sober-tally-watch';

function remembered(): 'day' | 'night' {
  const kept = localStorage.getItem(KEY);
  if (kept === 'day' || kept === 'night') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

class Watch {
  /** Light or dark pages. */
  now = $state<'day' | 'night'>(remembered());

  constructor() {
    this.#show();
  }

  #show() {
    document.documentElement.dataset.watch = this.now;
  }

  change() {
    this.now = this.now === 'day' ? 'night' : 'day';
    localStorage.setItem(KEY, this.now);
    this.#show();
  }
}

export const watch = new Watch();
