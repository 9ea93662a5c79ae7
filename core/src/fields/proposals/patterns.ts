import type { FieldKind } from '../index';

/** A way in which labels are put, and the type it speaks for. */
export interface LabelPattern {
  /** Tried on the words of a label in small letters, with single spaces between them. */
  readonly fits: RegExp;
  readonly kind: FieldKind;
  /** A word of a type at the end of a label has 15, elsewhere 10; what says more than a word has more. */
  readonly score: number;
}

/** What the order of words says more surely than one of them. A row is a pattern; those that say more stand above. */
export const labelPatterns: readonly LabelPattern[] = [
  // A question, or what begins like one, is answered by yes or no.
  { fits: /\?$/, kind: 'switch', score: 60 },
  {
    fits: /^(is|are|has|have|can|may|needs?|must|allows?|allowed|includes?|accepts?|show|hide|use)\b/,
    kind: 'switch',
    score: 50,
  },
  { fits: /\b(allowed|required|available|included|enabled|accepted|only)$/, kind: 'switch', score: 30 },
  // Numbers that count nothing are names.
  {
    fits: /\b(serial|order|post|postal|account|tax|invoice|licence|license|membership|registration|passport|house|customer|reference|article|part|model|batch|flight|track) (number|no|code|id)$/,
    kind: 'text',
    score: 55,
  },
  { fits: /\b(isbn|issn|iban|sku|vat id|id)$/, kind: 'text', score: 40 },
  {
    fits: /^(max(imum)?|min(imum)?|number of|count of|how many|most|least|fewest|total)\b/,
    kind: 'number',
    score: 45,
  },
  {
    fits: /\b(in|per) (m|km|cm|mm|kg|g|t|l|ml|ha|kw|kwh|°c|metres?|kilometres?|litres?|minutes?|hours?|days?|weeks?|years?|percent|%)$/,
    kind: 'number',
    score: 45,
  },
  {
    fits: /\b(count|quantity|capacity|size|age|duration|distance|depth|area in|floors?|seats?|people|persons|guests)$/,
    kind: 'number',
    score: 25,
  },
  { fits: /\b(date|day)$/, kind: 'date', score: 30 },
  { fits: /^(date|day) of\b/, kind: 'date', score: 40 },
  { fits: /\b(on|until|since|from)$/, kind: 'date', score: 25 },
  { fits: /\b(updated|published|modified|created|starts|ends) at$/, kind: 'date_time', score: 40 },
  {
    fits: /\b(caption|subtitle|headline|nickname|first name|last name|surname|motto|slogan)$/,
    kind: 'text',
    score: 30,
  },
  {
    fits: /\b(instructions|directions|comments?|biography|bio|abstract|introduction|teaser)$/,
    kind: 'long_text',
    score: 25,
  },
];
