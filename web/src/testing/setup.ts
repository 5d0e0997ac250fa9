import { configure } from '@testing-library/svelte';
import { afterAll, beforeAll, vi } from 'vitest';
import { book } from '../state/book.svelte';
import { handed } from '../state/handed.svelte';
import { kinds } from '../state/kinds.svelte';
import { session } from '../state/session.svelte';
import { slates } from '../state/slate.svelte';
import { told } from '../state/told.svelte';
import { FINDING_KINDS } from './kinds';
import { at } from './server';

// A busy machine is slow, not wrong: what a test waits for comes, or does not.
configure({ asyncUtilTimeout: 15_000 });

/** Files share what is loaded, so each begins where the first one did: nobody is signed in. */
beforeAll(() => {
  // A page that is still asking when its test ends gets no answer: tests reach no network, and what
  // a page asks is answered by the played server or not at all.
  globalThis.fetch = () => new Promise<Response>(() => {});
  kinds.use(FINDING_KINDS);
  session.me = undefined;
  Object.assign(book, { subscriptions: null, standing: null, fault: null });
  Object.assign(slates, { all: [], known: false, fault: null, busy: false, opened: null });
  told.words = '';
  handed.take();
  localStorage.clear();
  at('/');
});

// A page that is loaded when it is gone to may still be on its way when the last test is over.
afterAll(async () => {
  await vi.dynamicImportSettled();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
