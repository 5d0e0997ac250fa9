import { expect, it } from 'vitest';
import { latest } from './latest';

it('lets through what the newest question brings, whichever answer comes first', async () => {
  const turn = latest();
  const shown: string[] = [];
  const answers: (() => void)[] = [];
  async function load(what: string) {
    const newest = turn();
    await new Promise<void>((answer) => answers.push(answer));
    if (newest()) shown.push(what);
  }
  const all = [load('all of it'), load('two days of it')];
  answers[1]!();
  answers[0]!();
  await Promise.all(all);
  expect(shown).toEqual(['two days of it']);
});

it('tells one list’s questions from another’s', () => {
  const [one, other] = [latest(), latest()];
  const newest = one();
  other();
  expect(newest()).toBe(true);
});
