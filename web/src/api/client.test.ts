import { beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import { allOf, api, dataOf, saveCsv, sendBook, useCsrf, whenSignedOut } from './client';

const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'Content-Type': 'application/json' },
  });

let sent: Request[] = [];
function answer(...responses: (Response | Error)[]) {
  sent = [];
  globalThis.fetch = async (what, init) => {
    sent.push(what instanceof Request ? what : new Request(`http://x${String(what)}`, init));
    const next = responses.shift()!;
    if (next instanceof Error) throw next;
    return next;
  };
}

beforeEach(() => useCsrf('secret'));

/** Is told when the session is over, for as long as the test goes on. */
function told() {
  const over = vi.fn();
  onTestFinished(whenSignedOut(over));
  return over;
}

describe('asking the server', () => {
  it('carries the token against foreign pages with changes only', async () => {
    answer(json(200, []), json(200, {}));
    await api.GET('/api/v1/slates');
    await api.POST('/api/v1/slates', { body: { moves: [] } });
    expect(sent[0]!.headers.get('X-CSRF-Token')).toBeNull();
    expect(sent[1]!.headers.get('X-CSRF-Token')).toBe('secret');
  });

  it('says what is wrong in the server’s words, with every fault', async () => {
    const problem = { detail: '1 move cannot go.', violations: [{ message: 'Kept.' }] };
    answer(json(422, problem));
    const failed = dataOf(api.GET('/api/v1/slates'));
    await expect(failed).rejects.toMatchObject({
      status: 422,
      message: '1 move cannot go.',
      violations: ['Kept.'],
    });
  });

  it('has a sentence where the server has none, and where there is no server', async () => {
    answer(new Response('<html>', { status: 502 }), new TypeError('fetch failed'));
    await expect(dataOf(api.GET('/api/v1/slates'))).rejects.toThrow('The server answered 502.');
    await expect(dataOf(api.GET('/api/v1/slates'))).rejects.toThrow(
      'The server does not answer. Is it running?',
    );
  });

  it('tells that the session is over', async () => {
    const over = told();
    answer(json(401, { detail: 'Sign in.' }));
    await expect(dataOf(api.GET('/api/v1/slates'))).rejects.toThrow('Sign in.');
    expect(over).toHaveBeenCalledOnce();
  });

  it('says the same of lists and files that it fetches or sends', async () => {
    const over = told();
    answer(json(401, { detail: 'Sign in.' }), new TypeError('fetch failed'));
    await expect(saveCsv('/api/v1/slates', 'slates.csv')).rejects.toThrow('Sign in.');
    expect(over).toHaveBeenCalledOnce();
    await expect(sendBook(new File(['zip'], 'book.zip'), false, false)).rejects.toThrow(
      'The server does not answer. Is it running?',
    );
  });
});

describe('a list of several pages', () => {
  const link = (cursor: string) => ({
    Link: `</api/v1/slates?limit=2&cursor=${cursor}>; rel="next"`,
  });

  it('is read to its end', async () => {
    const page = (ids: string[], headers = {}) =>
      new Response(JSON.stringify(ids.map((id) => ({ id }))), {
        headers: { 'Content-Type': 'application/json', ...headers },
      });
    answer(page(['a', 'b'], link('MQ')), page(['c', 'd'], link('Mg')), page(['e']));
    const all = await allOf((cursor) =>
      api.GET('/api/v1/slates', { params: { query: { limit: '2', cursor } } }),
    );
    expect(all.map((one) => one.id)).toEqual(['a', 'b', 'c', 'd', 'e']);
    expect(sent.map((one) => new URL(one.url).searchParams.get('cursor'))).toEqual([
      null,
      'MQ',
      'Mg',
    ]);
  });

  it('is one file with one header', async () => {
    const saved = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:x');
    vi.spyOn(URL, 'revokeObjectURL').mockReturnValue(undefined);
    const csv = (text: string, headers = {}) => new Response(text, { headers });
    answer(csv('id,name\r\n1,Ann\r\n', link('MQ')), csv('id,name\r\n2,Bo\r\n'));
    await saveCsv('/api/v1/slates?limit=1', 'slates.csv');
    expect(await (saved.mock.calls[0]![0] as Blob).text()).toBe('id,name\r\n1,Ann\r\n2,Bo\r\n');
    expect(sent.map((one) => one.headers.get('Accept'))).toEqual(['text/csv', 'text/csv']);
    vi.restoreAllMocks();
  });

  it('is no file where a page is missing', async () => {
    const saved = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:x');
    answer(
      new Response('id\r\n1\r\n', { headers: link('MQ') }),
      json(503, { detail: 'Come back later.' }),
    );
    await expect(saveCsv('/api/v1/slates', 'slates.csv')).rejects.toThrow('Come back later.');
    expect(saved).not.toHaveBeenCalled();
    vi.restoreAllMocks();
  });
});

describe('sending a book', () => {
  const file = new File(['zip'], 'book.zip');

  it('counts the rows of all files, and those that were left out', async () => {
    const rejected = [{ file: 'people.csv', row: 4, message: 'Twice.' }];
    answer(json(200, { rows: { 'people.csv': 742, 'lines.csv': 23 }, notes: [], rejected }));
    const taken = await sendBook(file, true, true);
    expect(taken).toMatchObject({ taken: true, rows: 765, detail: '1 row was left out.' });
    expect(sent[0]!.url).toContain('replace=true&partial=true');
    expect(sent[0]!.headers.get('X-CSRF-Token')).toBe('secret');
  });

  it('takes faults as an answer, and anything else as an error', async () => {
    const violations = [{ file: 'lines.csv', row: 2, column: 'plan', message: 'No such plan.' }];
    answer(
      json(422, { detail: 'Nothing was taken.', violations }),
      json(413, { detail: 'Too large.' }),
    );
    expect(await sendBook(file, false, false)).toMatchObject({ taken: false, violations });
    await expect(sendBook(file, false, false)).rejects.toThrow('Too large.');
  });
});
