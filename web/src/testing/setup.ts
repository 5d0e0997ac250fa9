import { configure } from '@testing-library/svelte';
import { afterAll, vi } from 'vitest';
import { kinds } from '../state/kinds.svelte';
import { FINDING_KINDS } from './kinds';

/**
 * A page that is still asking when its test ends gets no answer: tests reach no network, and what a
 * page asks is answered by {@link file://./server.ts} or not at all.
 */
globalThis.fetch = () => new Promise<Response>(() => {});

// A busy machine is slow, not wrong: what a test waits for comes, or does not.
configure({ asyncUtilTimeout: 15_000 });

kinds.use(FINDING_KINDS);

// A page that is loaded when it is gone to may still be on its way when the last test is over.
afterAll(() => vi.dynamicImportSettled());
