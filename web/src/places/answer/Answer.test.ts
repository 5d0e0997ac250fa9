import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, type Schemas } from '../../api/client';
import Answer from './Answer.svelte';

const question: Schemas['RoundQuestion'] = {
  name: 'Orla Tuilagi',
  until: '2026-10-05',
  open: true,
  closed: null,
  seats: [
    {
      item: 'one',
      planName: 'Opus',
      vendorName: 'Quillmoor',
      why: 'Not used for 90 days.',
      lastUsed: null,
      yearly: { amount: '396.00', currency: 'EUR' },
      answer: null,
      reason: null,
    },
  ],
};

const answered = (data: unknown) =>
  ({ data, response: new Response() }) as unknown as ReturnType<typeof api.GET>;

afterEach(() => vi.restoreAllMocks());

describe('the page behind a link', () => {
  it('asks for a reason before a seat is kept, and tells what was said', async () => {
    vi.spyOn(api, 'GET').mockReturnValue(answered(question) as never);
    const post = vi.spyOn(api, 'POST').mockReturnValue(
      answered({
        ...question,
        seats: [{ ...question.seats[0]!, answer: 'KEEP', reason: 'Audit' }],
      }) as never,
    );
    render(Answer, { token: 't' });
    const keep = await screen.findByRole('button', { name: 'I still need it' });
    expect(keep).toHaveProperty('disabled', true);
    await fireEvent.input(screen.getByLabelText('Why you need it'), { target: { value: 'Audit' } });
    await fireEvent.click(keep);
    expect(await screen.findByText(/You said that you need it/)).toBeTruthy();
    const sent = post.mock.calls[0]![1] as unknown as { body: unknown };
    expect(sent.body).toEqual({ item: 'one', answer: 'KEEP', reason: 'Audit' });
  });

  it('offers nothing to answer once the time is over', async () => {
    const late = { ...question, open: false, closed: 'The time to answer is over.' };
    vi.spyOn(api, 'GET').mockReturnValue(answered(late) as never);
    render(Answer, { token: 't' });
    expect(await screen.findByText('The time to answer is over.')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });
});
