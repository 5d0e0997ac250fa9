import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as client from '../../api/client';
import type { Schemas } from '../../api/client';
import { slates } from '../../state/slate.svelte';
import { aStanding, anEntry } from '../../testing/made';
import { at, only, serve, signIn } from '../../testing/server';
import Intake from './Intake.svelte';

const vendor = (over: Partial<Schemas['Vendor']>): Schemas['Vendor'] => ({
  vendor: 'gantryfold',
  name: 'Gantryfold',
  hasEvidence: true,
  evidenceKind: 'DAILY',
  completeFrom: '2025-09-01',
  completeTo: '2026-09-28',
  linked: true,
  linkKind: 'scim',
  linkMade: false,
  readingNow: null,
  faultSince: null,
  readAt: '2026-09-30T08:00:00Z',
  readFault: null,
  accounts: 97,
  drift: 1,
  ...over,
});
const drift: Schemas['Drift'] = {
  account: 'gantryfold-night',
  person: null,
  name: 'night.desk@x.example',
  plan: 'gantry-helper',
  planName: 'Helper',
  holding: null,
  onlyAtVendor: true,
};
const file: Schemas['FileIntake'] = {
  id: 'i1',
  source: 'Reedholm list',
  kind: 'HOLDINGS',
  vendor: 'reedholm',
  fileName: 'seats.csv',
  taken: '2026-09-30T08:00:00Z',
  actor: 'Runa Skarholt',
  good: 98,
  rejected: 62,
  changed: 98,
  mayTakeBack: true,
  confirmed: 0,
  takenBack: null,
  takenBackBy: null,
};
const PORTLANNE = vendor({
  vendor: 'portlanne',
  name: 'Portlanne',
  completeTo: '2026-09-21',
  drift: 0,
});
const BY_HAND = vendor({
  vendor: 'reedholm',
  name: 'Reedholm',
  linked: false,
  linkKind: null,
  readAt: null,
  drift: 0,
});
const served = {
  'GET /api/v1/vendors': [vendor({}), PORTLANNE, BY_HAND],
  'GET /api/v1/journal': [anEntry({ kind: 'BOOK_TAKEN', text: 'Took in a book of 665,129 rows.' })],
  'GET /api/v1/intake': [file],
  'GET /api/v1/vendors/{vendor}/drift': [drift],
  'GET /api/v1/subscriptions': [],
  'GET /api/v1/standing': aStanding,
};

beforeEach(() => {
  at('/intake');
  signIn('STEWARD');
});
afterEach(() => vi.restoreAllMocks());

describe('intake', () => {
  it('says how far each source reaches, which is behind, and which is changed by hand', async () => {
    serve(served);
    render(Intake);
    expect((await screen.findByText('Portlanne')).closest('tr')!.textContent).toContain(
      '9 days behind',
    );
    const reedholm = screen.getByText('Reedholm').closest('tr')!;
    expect(reedholm.textContent).toContain('none: by hand');
    expect(reedholm.querySelector('button')).toBeNull();
    expect(screen.getByText(/Took in a book of 665,129 rows/)).toBeTruthy();
  });

  it('opens what drifted, takes it over, or has it put right over a slate', async () => {
    const asked = serve({ ...served, 'POST /api/v1/vendors/{vendor}/drift/take-over': [] });
    const plan = vi.spyOn(slates, 'plan').mockResolvedValue(true);
    render(Intake);
    await fireEvent.click(await screen.findByRole('button', { name: '1' }));
    expect(await screen.findByText(/holds Helper at Gantryfold; the book does not/)).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'put right' }));
    expect(plan).toHaveBeenCalledWith([
      { kind: 'PUT_RIGHT', account: 'gantryfold-night', plan: 'gantry-helper' },
    ]);
    await fireEvent.click(screen.getByRole('button', { name: 'take over' }));
    expect(await screen.findByText('The vendor and the book agree.')).toBeTruthy();
    expect(only(asked, 'POST /api/v1/vendors/{vendor}/drift/take-over')[0]!.body).toEqual({
      account: 'gantryfold-night',
      plan: 'gantry-helper',
    });
  });

  it('reads a vendor now, and says why it could not', async () => {
    serve({
      ...served,
      'POST /api/v1/vendors/{vendor}/read': new Error('Gantryfold did not answer.'),
    });
    render(Intake);
    await fireEvent.click((await screen.findAllByRole('button', { name: 'read now' }))[0]!);
    expect((await screen.findByRole('alert')).textContent).toBe('Gantryfold did not answer.');
  });

  it('takes a single file back', async () => {
    const asked = serve({ ...served, 'POST /api/v1/intake/{id}/take-back': [] });
    render(Intake);
    const row = (await screen.findByText('seats.csv')).closest('tr')!;
    expect(row.textContent).toContain('62');
    await fireEvent.click(row.querySelector('button')!);
    await waitFor(() =>
      expect(only(asked, 'POST /api/v1/intake/{id}/take-back')[0]!.path).toEqual({ id: 'i1' }),
    );
  });

  it('says before it takes a file back what that takes along', async () => {
    const showing = { ...file, confirmed: 3 };
    const asked = serve({
      ...served,
      'GET /api/v1/intake': [showing],
      'POST /api/v1/intake/{id}/take-back': [],
    });
    render(Intake);
    await fireEvent.click(await screen.findByRole('button', { name: 'take back …' }));
    expect(screen.getByText(/It confirmed 3 changes made by hand/)).toBeTruthy();
    expect(only(asked, 'POST /api/v1/intake/{id}/take-back')).toEqual([]);
    await fireEvent.click(screen.getByRole('button', { name: 'take back' }));
    await waitFor(() => expect(only(asked, 'POST /api/v1/intake/{id}/take-back')).toHaveLength(1));
  });

  it('tells every fault of a book that was not taken', async () => {
    serve(served);
    vi.spyOn(client, 'sendBook').mockResolvedValue({
      taken: false,
      rows: 0,
      detail: 'Nothing was taken.',
      notes: [],
      violations: [
        { file: 'lines.csv', row: 7, column: 'plan', value: 'opsu', message: 'No such plan.' },
      ],
    });
    render(Intake);
    const field = (await waitFor(() => {
      const found = document.querySelector('input[type=file]');
      expect(found).toBeTruthy();
      return found;
    })) as HTMLInputElement;
    await fireEvent.change(field, { target: { files: [new File(['zip'], 'book.zip')] } });
    await fireEvent.click(screen.getByRole('button', { name: 'Take it in' }));
    expect(await screen.findByText('lines.csv, row 7, plan: No such plan.')).toBeTruthy();
    expect(screen.getByRole('status').textContent).toContain('Nothing was taken in.');
    expect(client.sendBook).toHaveBeenCalledWith(expect.any(File), false, false);
  });

  it('lets readers look, and asks for nothing that is not theirs', async () => {
    signIn('READER');
    const asked = serve(served);
    render(Intake);
    await screen.findByText('Portlanne');
    expect(screen.queryByRole('button', { name: 'read now' })).toBeNull();
    expect(only(asked, 'GET /api/v1/intake')).toEqual([]);
  });
});
