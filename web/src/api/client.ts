import { sayCount } from '../state/say';
import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './generated';

export type Schemas = components['schemas'];
export type Money = Schemas['Money'];
export type Standing = Schemas['Standing'];
export type Subscription = Schemas['Subscription'];
export type Holding = Schemas['Holding'];
export type IdleCurve = Schemas['IdleCurve'];
export type SeriesDay = Schemas['SeriesDay'];
export type LowerTier = Schemas['LowerTier'];
export type FloorForecast = Schemas['FloorForecast'];
export type Finding = Schemas['Finding'];
export type FindingKind = Schemas['FindingKind'];
export type FindingPerson = Schemas['FindingPerson'];
export type KindCount = Schemas['KindCount'];
export type Combination = Schemas['Combination'];
export type Ledger = Schemas['Ledger'];
export type Slate = Schemas['Slate'];
export type Move = Schemas['Move'];
export type MoveRequest = Partial<Schemas['MoveRequest']> & Pick<Schemas['MoveRequest'], 'kind'>;
export type PersonRow = Schemas['PersonRow'];
export type PersonPage = Schemas['PersonPage'];
export type PersonEvent = Schemas['PersonEvent'];
export type ListCheck = Schemas['ListCheck'];
export type Group = Schemas['Group'];
export type RulePreview = Schemas['RulePreview'];
export type JournalEntry = Schemas['JournalEntry'];
export type Session = Schemas['Session'];
export type UseState = Schemas['UseState'];

/** An answer that says no: what is wrong, and what to do. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly violations: string[] = [],
  ) {
    super(message);
  }
}

let csrf: string | null = null;
const onSignedOut = new Set<() => void>();

/** What every change must carry from now on. */
export function useCsrf(token: string | null | undefined) {
  csrf = token ?? null;
}

/**
 * Told when the server no longer knows the session.
 *
 * @returns what ends it
 */
export function whenSignedOut(listener: () => void): () => void {
  onSignedOut.add(listener);
  return () => onSignedOut.delete(listener);
}

const carryCsrf: Middleware = {
  onRequest({ request }) {
    if (csrf && request.method !== 'GET') request.headers.set('X-CSRF-Token', csrf);
    return request;
  },
  async onResponse({ response }) {
    if (!response.ok) throw await refusalOf(response);
    return undefined;
  },
  onError: silence,
};

function silence(): ApiError {
  return new ApiError(0, 'The server does not answer. Is it running? Try again in a moment.');
}

async function refusalOf(response: Response): Promise<ApiError> {
  if (response.status === 401) onSignedOut.forEach((tell) => tell());
  return errorOf(response);
}

/**
 * Asks for, or sends, what is no JSON of the interface's own: files, texts, lists as files.
 *
 * @param taken which answers are given back; any other is thrown
 */
async function send(
  path: string,
  init: RequestInit = {},
  taken: (response: Response) => boolean = (response) => response.ok,
): Promise<Response> {
  const headers = new Headers(init.headers);
  if (csrf && init.method) headers.set('X-CSRF-Token', csrf);
  const response = await fetch(path, { ...init, headers }).catch(() => Promise.reject(silence()));
  if (!taken(response)) throw await refusalOf(response);
  return response;
}

async function errorOf(response: Response): Promise<ApiError> {
  try {
    const problem = await response.clone().json();
    const detail: string = problem.detail ?? problem.title;
    const violations = (problem.violations ?? [])
      .map((v: { message?: string }) => v.message ?? '')
      // What breaks the bounds of a field is said in the detail already, with the field.
      .filter((message: string) => !detail.includes(message));
    return new ApiError(response.status, detail, violations);
  } catch {
    return new ApiError(response.status, `The server answered ${response.status}.`);
  }
}

export const api = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? '',
  // Looked up at every question: what is loaded once outlives what a test puts in its place.
  fetch: (request) => globalThis.fetch(request),
});
api.use(carryCsrf);

/** The data of an answer that is known to have some. */
export async function dataOf<T>(answer: Promise<{ data?: T }>): Promise<T> {
  const { data } = await answer;
  return data as T;
}

/** What became of a book that was sent in. */
export interface BookAnswer {
  taken: boolean;
  rows: number;
  detail: string;
  notes: string[];
  violations: { file: string; row?: number; column?: string; value?: string; message: string }[];
}

/** Sends a book in; what is wrong with it comes back as an answer, anything else is thrown. */
export async function sendBook(
  file: File,
  replace: boolean,
  partial: boolean,
): Promise<BookAnswer> {
  const response = await send(
    `/api/v1/book?replace=${replace}&partial=${partial}`,
    { method: 'PUT', headers: { 'Content-Type': 'application/zip' }, body: file },
    (answer) => answer.ok || answer.status === 422,
  );
  if (response.status === 422) {
    const problem = await response.json();
    const violations = problem.violations ?? [];
    return { taken: false, rows: 0, detail: problem.detail, notes: [], violations };
  }
  const done = (await response.json()) as Schemas['BookTaken'];
  const rows = Object.values(done.rows).reduce((sum, n) => sum + n, 0);
  const violations = (done.rejected ?? []) as BookAnswer['violations'];
  const detail =
    violations.length === 0
      ? ''
      : `${sayCount(violations.length, 'row was', 'rows were')} left out.`;
  return { taken: true, rows, detail, notes: done.notes, violations };
}

/** Sends text (a list, a file) and gives the answer, as JSON or as text. */
export const postText = (path: string, text: string, accept: string): Promise<Response> =>
  send(path, {
    method: 'POST',
    headers: { 'Content-Type': 'text/csv', Accept: accept },
    body: text,
  });

/** Brings one file of any shape; it is kept, and nothing is taken yet. */
export const bringFile = (file: File): Promise<Schemas['FileSeen']> =>
  sendFile(`/api/v1/intake/files?name=${encodeURIComponent(file.name)}`, file);

/** A paper of an agreement, to be kept with it. */
export const sendPaper = (agreement: string, file: File): Promise<Schemas['AgreementPapers']> =>
  sendFile(
    `/api/v1/agreements/${encodeURIComponent(agreement)}/papers/file?name=${encodeURIComponent(file.name)}`,
    file,
  );

/** A file that shows that a vendor was told. */
export const sendProof = (agreement: string, file: File): Promise<Schemas['RenewalCase']> =>
  sendFile(
    `/api/v1/agreements/${encodeURIComponent(agreement)}/renewal/case/notice/proof?name=${encodeURIComponent(file.name)}`,
    file,
    'PUT',
  );

async function sendFile<T>(path: string, file: File, method = 'POST'): Promise<T> {
  const headers = { 'Content-Type': 'application/octet-stream' };
  return (await (await send(path, { method, headers, body: file })).json()) as T;
}

/** Asks with a JSON body for something that is saved as a file. */
export async function saveAnswer(path: string, body: unknown, file: string) {
  const headers = { 'Content-Type': 'application/json', Accept: 'text/csv' };
  await saveAs(await send(path, { method: 'POST', headers, body: JSON.stringify(body) }), file);
}

/** Hands what came as a file to the browser. */
export async function saveAs(response: Response, file: string) {
  const url = URL.createObjectURL(await response.blob());
  const link = document.createElement('a');
  link.href = url;
  link.download = file;
  link.click();
  URL.revokeObjectURL(url);
}

/** Fetches a list as a workbook and hands it to the browser as a file. */
export async function saveXlsx(path: string, file: string) {
  const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
  await saveAs(await send(path, { headers: { Accept: type } }), file);
}

/** Fetches a list as CSV, page after page, and hands it to the browser as one file. */
export async function saveCsv(path: string, file: string) {
  const parts: string[] = [];
  let next: string | null = path;
  while (next) {
    const response: Response = await send(next, { headers: { Accept: 'text/csv' } });
    const text = await response.text();
    parts.push(parts.length === 0 ? text : text.slice(text.indexOf('\n') + 1));
    next = nextPage(response);
  }
  await saveAs(new Response(parts.join(''), { headers: { 'Content-Type': 'text/csv' } }), file);
}

/** The path of the next page of a list, from its Link header; null after the last. */
function nextPage(response: Response | undefined): string | null {
  return /<([^>]+)>; rel="next"/.exec(response?.headers.get('Link') ?? '')?.[1] ?? null;
}

/**
 * All of a list, page after page.
 *
 * @param get asks for the page at the cursor; for the first one without
 */
export async function allOf<T>(
  get: (cursor?: string) => Promise<{ data?: T[]; response?: Response }>,
): Promise<T[]> {
  const all: T[] = [];
  let cursor: string | undefined;
  do {
    const answer = await get(cursor);
    all.push(...(await dataOf(Promise.resolve(answer))));
    const next = nextPage(answer.response);
    cursor = next ? (new URL(next, 'http://x').searchParams.get('cursor') ?? undefined) : undefined;
  } while (cursor);
  return all;
}
