import { flushSync } from 'svelte';
import { expect, it } from 'vitest';
import { Edits, pastedSteps } from './edits.svelte';
import { aTermsSheet } from './made';

const sheet = aTermsSheet();
const agreement = sheet.agreements[0]!;
const line = agreement.lines[0]!;

it('keeps only what is otherwise than what is saved', () => {
  const edits = new Edits();
  edits.setAgreement(agreement, 'noticeDays', '87');
  edits.setLine(line, 'bought', '36');
  expect(edits.body('s', 'because')).toEqual({
    state: 's',
    from: null,
    why: 'because',
    agreements: [{ agreement: 'ow-17', noticeDays: '87' }],
    lines: [{ line: 'atelier', bought: '36' }],
  });
  edits.setAgreement(agreement, 'noticeDays', '60');
  edits.setLine(line, 'bought', '40');
  flushSync();
  expect(edits.any).toBe(false);
});

it('drops prices that are empty, and knows when they are as before', () => {
  const edits = new Edits();
  edits.setBreaks(line, [
    { fromSeats: '50', unitPrice: '1100' },
    { fromSeats: '', unitPrice: '' },
  ]);
  expect(edits.any).toBe(false);
  edits.setBreaks(line, []);
  expect(edits.body('s', null).lines).toEqual([{ line: 'atelier', breaks: [] }]);
});

it('reads a range of two columns as a spreadsheet copies it', () => {
  expect(pastedSteps('100\t€ 1.180,50\n250\t1,100.00\r\n1.000\t990\n')).toEqual([
    { fromSeats: '100', unitPrice: '1180.50' },
    { fromSeats: '250', unitPrice: '1100.00' },
    { fromSeats: '1000', unitPrice: '990' },
  ]);
  expect(pastedSteps('87')).toBeNull();
  expect(pastedSteps('')).toBeNull();
});
