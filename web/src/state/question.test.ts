import { tick } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Answers, gone, made, Told } from '../testing/asked.svelte';
import { Question } from './question.svelte';

const settled = async () => {
  for (let n = 0; n < 6; n++) await tick();
};

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  gone();
  vi.useRealTimers();
});

describe('a question', () => {
  it('is asked at once, and again when what it is about changes', async () => {
    const day = new Told('30 Sep');
    const answers = new Answers<string>();
    const question = made(() => new Question(() => day.now, answers.ask));
    expect(question.waiting).toBe(true);
    answers.asked[0]!.answer('of 30');
    await settled();
    expect([question.value, question.stale, question.waiting]).toEqual(['of 30', false, false]);
    day.is('1 Oct');
    expect(question.stale, 'the old answer is of the old day').toBe(true);
    expect(question.value).toBe('of 30');
    answers.asked[1]!.answer('of 1');
    await settled();
    expect([question.value, question.stale]).toEqual(['of 1', false]);
  });

  it('takes the newest answer, however late an older one comes', async () => {
    const day = new Told(1);
    const answers = new Answers<string>();
    const question = made(() => new Question(() => day.now, answers.ask));
    day.is(2);
    answers.asked[1]!.answer('second');
    await settled();
    answers.asked[0]!.answer('first');
    await settled();
    expect(question.value).toBe('second');
  });

  it('says why it failed and keeps the last answer', async () => {
    const answers = new Answers<string>();
    const question = made(() => new Question(() => null, answers.ask));
    answers.asked[0]!.answer('there');
    await settled();
    const again = question.reload();
    answers.asked[1]!.fail(new Error('No line.'));
    expect(await again).toBe(false);
    expect([question.value, question.fault]).toEqual(['there', 'No line.']);
  });

  it('asks nothing where what it hangs on comes out alike', async () => {
    const standing = new Told({ version: 1 });
    const answers = new Answers<string>();
    made(() => new Question(() => null, answers.ask, { again: () => standing.now }));
    standing.is({ version: 1 });
    expect(answers.asked).toHaveLength(1);
    standing.is({ version: 2 });
    expect(answers.asked).toHaveLength(2);
  });

  it('waits until a line that is dragged rests, but not the first time', async () => {
    const line = new Told(60);
    const answers = new Answers<string>();
    const question = made(() => new Question(() => line.now, answers.ask, { settles: 90 }));
    answers.asked[0]!.answer('at 60');
    await settled();
    line.is(59);
    line.is(58);
    expect(answers.asked).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(100);
    expect(answers.asked.map((one) => one.of)).toEqual([60, 58]);
    expect(question.stale).toBe(true);
  });

  it('does not show under one name what was counted of another', async () => {
    const line = new Told('opus');
    const answers = new Answers<string>();
    const question = made(
      () => new Question(() => line.now, answers.ask, { subject: () => line.now }),
    );
    answers.asked[0]!.answer('of opus');
    await settled();
    line.is('folio');
    expect(question.value).toBeNull();
  });

  it('asks nothing before it is known what about', () => {
    const kind = new Told<string | undefined>(undefined);
    const answers = new Answers<string>();
    made(() => new Question(() => kind.now, answers.ask));
    expect(answers.asked).toHaveLength(0);
    kind.is('IDLE');
    expect(answers.asked.map((one) => one.of)).toEqual(['IDLE']);
  });

  it('is told by what was done, and an older answer on its way is too late', async () => {
    const answers = new Answers<string>();
    const question = made(() => new Question(() => null, answers.ask));
    question.set('as it is now');
    answers.asked[0]!.answer('as it was');
    await settled();
    expect(question.value).toBe('as it is now');
  });

  it('is asked again by itself while its answer says so', async () => {
    const answers = new Answers<string>();
    made(
      () =>
        new Question(() => null, answers.ask, {
          every: (value) => (value === 'moving' ? 5000 : null),
        }),
    );
    answers.asked[0]!.answer('moving');
    await settled();
    await vi.advanceTimersByTimeAsync(5000);
    expect(answers.asked).toHaveLength(2);
    answers.asked[1]!.answer('still');
    await settled();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(answers.asked).toHaveLength(2);
  });
});
