import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import * as client from '../../api/client';
import { ApiError, type Schemas } from '../../api/client';
import { handed } from '../../state/handed.svelte';
import { at, serve, signIn } from '../../testing/server';
import SingleFile from './SingleFile.svelte';

vi.mock('../../router', () => ({ navigate: vi.fn() }));

const CHECK = 'POST /api/v1/intake/files/{id}/check';

const MAPPING: Schemas['FileMapping'] = {
  source: 'Personnel',
  kind: 'PEOPLE',
  vendor: null,
  columns: { person: 'Number' },
  parts: {},
  dayForm: 'ISO',
  values: {},
};

const PEOPLE: Schemas['FileKindOffer'] = {
  kind: 'PEOPLE',
  fields: [{ name: 'person', required: true, likely: [] }],
  ofVendor: false,
};

const SEEN: Schemas['FileSeen'] = {
  id: 'f1',
  name: 'staff.csv',
  rows: 5,
  columns: ['Number'],
  samples: [['17']],
  sheets: [],
  guesses: { PEOPLE: MAPPING },
  likely: 'PEOPLE',
};

const outcome = (good: number): Schemas['FileCheck'] => ({
  rows: 5,
  good,
  changes: good,
  counts: { NEW: good },
  rejected: [],
  rejectedInAll: 0,
  suggested: {},
  notes: [],
});

interface Reading {
  source: string;
  answer: (what: Schemas['FileCheck']) => void;
  fail: (why: Error) => void;
}

/** Every reading of the file that the page asked for, answered when the test says so. */
async function bring(): Promise<Reading[]> {
  const readings: Reading[] = [];
  serve({
    'GET /api/v1/intake/ways': { kinds: [PEOPLE], vendors: [], remembered: [] },
    'GET /api/v1/intake/files/{id}/progress': { done: 0, of: 0 },
    [CHECK]: ({ body }: { body?: unknown }) =>
      new Promise((answer, fail) =>
        readings.push({ source: (body as { source: string }).source, answer, fail }),
      ),
  });
  vi.spyOn(client, 'bringFile').mockResolvedValue(SEEN);
  handed.give(new File(['Number\n17'], 'staff.csv'));
  render(SingleFile);
  await waitFor(() => expect(readings).toHaveLength(1));
  return readings;
}

const name = (source: string) =>
  fireEvent.input(screen.getByDisplayValue('Personnel'), { target: { value: source } });
const take = () => screen.getByRole('button', { name: /Take in/ }) as HTMLButtonElement;

beforeEach(() => {
  vi.restoreAllMocks();
  at('/intake/file');
  signIn('STEWARD');
});

it('offers to take in only what was read as it stands', async () => {
  const readings = await bring();
  readings[0]!.answer(outcome(5));
  await waitFor(() => expect(take().disabled).toBe(false));
  await name('Staff');
  expect(take().disabled).toBe(true);
  await waitFor(() => expect(readings).toHaveLength(2));
  expect(readings[1]!.source).toBe('Staff');
  readings[1]!.answer(outcome(4));
  await waitFor(() => expect(take().textContent).toContain('4 rows'));
  await waitFor(() => expect(take().disabled).toBe(false));
});

it('passes over what comes late of a reading that is no longer wanted', async () => {
  const readings = await bring();
  await name('Staff');
  await waitFor(() => expect(readings).toHaveLength(2));
  readings[1]!.answer(outcome(4));
  await waitFor(() => expect(take().disabled).toBe(false));
  readings[0]!.fail(new ApiError(422, 'Say what the columns are.'));
  await new Promise((later) => setTimeout(later));
  expect(screen.queryByRole('alert')).toBeNull();
  expect(take().textContent).toContain('4 rows');
  expect(take().disabled).toBe(false);
});
