import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import type { Combination, KindCount } from '../../api/client';
import FindingBoard from './FindingBoard.svelte';

const euros = (amount: string) => ({ amount, currency: 'EUR' });
const kinds: KindCount[] = [
  { kind: 'IDLE', findings: 5, people: 4, amount: euros('1584') },
  { kind: 'COVERED_TWICE', findings: 1, people: 1, amount: euros('180') },
];
const combinations: Combination[] = [
  { kinds: ['IDLE'], people: 3, recoverable: euros('1188') },
  { kinds: ['IDLE', 'COVERED_TWICE'], people: 1, recoverable: euros('396') },
];

function board(chosen: string[] = []) {
  const onchoose = vi.fn();
  render(FindingBoard, { kinds, combinations, chosen: new Set(chosen), by: 'money', onchoose });
  return onchoose;
}

it('says of each combination who it is and what it comes to', async () => {
  const onchoose = board();
  const both = screen.getByRole('button', {
    name: /^Idle past the line and covered twice: 1 person, €396 a year/,
  });
  await fireEvent.keyDown(both, { key: 'Enter' });
  expect(onchoose).toHaveBeenCalledWith(['IDLE.COVERED_TWICE']);
});

it('chooses by kind every combination that it is part of, and lets them go again', async () => {
  const onchoose = board(['IDLE']);
  await fireEvent.click(screen.getByRole('button', { name: /^(☐ )?Idle past the line 4/ }));
  expect(onchoose).toHaveBeenCalledWith(['IDLE', 'IDLE.COVERED_TWICE']);
});
