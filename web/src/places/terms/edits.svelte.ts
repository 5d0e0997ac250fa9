import type { Schemas } from '../../api/client';

export type Agreement = Schemas['AgreementTerms'];
export type Line = Schemas['LineTerms'];
export type Step = { fromSeats: string; unitPrice: string };
type AgreementField = Exclude<keyof Schemas['AgreementEdit'], 'agreement'>;
type LineField = Exclude<keyof Schemas['LineEdit'], 'line' | 'breaks'>;

/** What somebody typed over on a sheet, by agreement and subscription; what is as saved is not kept. */
export class Edits {
  #agreements = $state.raw<Record<string, Partial<Record<AgreementField, string>>>>({});
  #lines = $state.raw<Record<string, Partial<Record<LineField, string>> & { breaks?: Step[] }>>({});

  readonly any = $derived(
    Object.keys(this.#agreements).length + Object.keys(this.#lines).length > 0,
  );

  /** As it would be. */
  ofAgreement(one: Agreement, field: AgreementField): string {
    return this.#agreements[one.agreement]?.[field] ?? String(one[field]);
  }

  ofLine(one: Line, field: LineField): string {
    return this.#lines[one.line]?.[field] ?? String(one[field]);
  }

  breaksOf(one: Line): Step[] {
    return this.#lines[one.line]?.breaks ?? savedBreaks(one);
  }

  agreementChanged(one: Agreement, field: AgreementField): boolean {
    return this.#agreements[one.agreement]?.[field] !== undefined;
  }

  lineChanged(one: Line, field: LineField | 'breaks'): boolean {
    return this.#lines[one.line]?.[field] !== undefined;
  }

  setAgreement(one: Agreement, field: AgreementField, value: string) {
    const same = value === String(one[field]);
    this.#agreements = withField(this.#agreements, one.agreement, field, same ? null : value);
  }

  setLine(one: Line, field: LineField, value: string) {
    const same = value === String(one[field]);
    this.#lines = withField(this.#lines, one.line, field, same ? null : value);
  }

  /** Rows without a quantity and a price are none. */
  setBreaks(one: Line, steps: Step[]) {
    const kept = steps.filter((step) => step.fromSeats !== '' || step.unitPrice !== '');
    const same = JSON.stringify(kept) === JSON.stringify(savedBreaks(one));
    this.#lines = withField(this.#lines, one.line, 'breaks', same ? null : kept);
  }

  /**
   * The day from which it holds, what was before staying as it is; '' where what is written down
   * is put right, and other quantities are bought from today.
   */
  from = $state('');

  clear() {
    this.from = '';
    this.#agreements = {};
    this.#lines = {};
  }

  /** As the server takes it. */
  body(state: string, why: string | null): Schemas['TermsEdit'] {
    return {
      state,
      why,
      from: this.from || null,
      agreements: Object.entries(this.#agreements).map(([agreement, fields]) => ({
        agreement,
        ...fields,
      })),
      lines: Object.entries(this.#lines).map(([line, fields]) => ({ line, ...fields })),
    };
  }
}

function withField<T extends object>(
  all: Record<string, T>,
  id: string,
  field: string,
  value: unknown,
): Record<string, T> {
  const fields = { ...all[id], [field]: value };
  const one = Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== null)) as T;
  const rest = Object.fromEntries(Object.entries(all).filter(([key]) => key !== id));
  return Object.keys(one).length > 0 ? { ...rest, [id]: one } : rest;
}

const savedBreaks = (one: Line): Step[] =>
  one.breaks.map((step) => ({ fromSeats: String(step.fromSeats), unitPrice: step.unitPrice }));

/**
 * Rows of two cells as a spreadsheet puts them on the clipboard: from how many seats, and a price.
 * Nothing where it is no such range.
 */
export function pastedSteps(text: string): Step[] | null {
  const rows = text
    .split(/\r?\n/)
    .filter((row) => row.trim() !== '')
    .map((row) => row.split('\t').map((cell) => cell.replace(/[^\d.,]/g, '')));
  if (rows.length === 0 || rows.some((row) => row.length !== 2)) return null;
  return rows.map(([fromSeats, unitPrice]) => ({
    fromSeats: fromSeats!.replace(/[.,]/g, ''),
    unitPrice: plainAmount(unitPrice!),
  }));
}

/** The last of comma and point stands before the decimals, if not before three digits. */
function plainAmount(text: string): string {
  const last = Math.max(text.lastIndexOf(','), text.lastIndexOf('.'));
  const decimals = last < 0 ? '' : text.slice(last + 1);
  const both = text.includes(',') && text.includes('.');
  if (last < 0 || (decimals.length === 3 && !both)) return text.replace(/[.,]/g, '');
  return `${text.slice(0, last).replace(/[.,]/g, '')}.${decimals}`;
}
