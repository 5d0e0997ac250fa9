import { expect, it } from 'vitest';
import { boardQuery } from './ask';

it('asks for what the address says, and for nothing that is empty', () => {
  const address: Record<string, string> = {
    vendor: 'quillmoor',
    idleLine: '45',
    group: '',
    by: 'x',
  };
  expect(boardQuery('2026-09-30', (name) => address[name] ?? null)).toEqual({
    asOf: '2026-09-30',
    vendor: 'quillmoor',
    idleLine: '45',
  });
});
