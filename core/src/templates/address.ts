import { escapeHtml } from '../fields/html';
import { bytesInWords } from '../fields/media_fit/bytes-in-words';
import { isJsonObject } from '../json';
import type { CompiledField } from '../model/compiled';

/** What a page may lead to: nothing that runs. */
const SAFE = /^(?:https?:\/\/|mailto:|tel:|\/(?!\/)|#)/i;
const EMAIL = /^[^\s@/:]+@[^\s@/:]+$/;

/**
 * Makes an address of what somebody wrote as one.
 * @returns null for what a page does not lead to
 * @example writtenAddress('hut@velmark.example') // => 'mailto:hut@velmark.example'
 */
export function writtenAddress(text: string): string | null {
  const given = text.trim();
  if (EMAIL.test(given)) return `mailto:${given}`;
  return SAFE.test(given) ? given : null;
}

/** Several values lead to the first. */
const firstOf = (value: unknown): unknown => (Array.isArray(value) ? firstOf(value[0]) : value);

/**
 * Finds where a presented value leads: mail is written, phones ring, files are opened, entries have their pages.
 * @returns null where it leads nowhere
 * @see https://www.rfc-editor.org/rfc/rfc3966 for phones
 */
export function addressOf({ type }: CompiledField, presented: unknown): string | null {
  const value = firstOf(presented);
  if (isJsonObject(value)) return typeof value['url'] === 'string' ? writtenAddress(value['url']) : null;
  if (typeof value !== 'string') return null;
  if (type.kind === 'phone') return `tel:${value.replace(/[^+\d]/g, '')}`;
  return writtenAddress(value);
}

/** What a link says that has no words of its own: what it leads to. */
function wordsOf(presented: unknown): string {
  const value = firstOf(presented);
  if (!isJsonObject(value)) return typeof value === 'string' ? value.replace(/^https?:\/\/|\/$/g, '') : '';
  const { title, text, filename, bytes, url } = value;
  const name = [text, title, filename, url].find((each) => typeof each === 'string' && each !== '');
  const words = typeof name === 'string' ? name : '';
  return typeof bytes === 'number' ? `${words} (${bytesInWords(bytes)})` : words;
}

/**
 * Writes a link to where a value leads.
 * @param presented as it is presented; nothing is written where it leads nowhere
 * @param body the words, as HTML; blank for what it leads to
 * @param look its class; empty for none
 */
export function linkMarkup(field: CompiledField, presented: unknown, body: string, look: string): string {
  const address = addressOf(field, presented);
  return address === null
    ? ''
    : anchor(address, body.trim() === '' ? escapeHtml(wordsOf(presented)) : body, look);
}

/** Takes links out of markup: a link does not stand in another one. */
export const withoutAnchors = (html: string): string => html.replace(/<\/?a\b[^>]*>/gi, '');

/** An anchor. @param body its words, as HTML */
const anchor = (address: string, body: string, look: string): string =>
  `<a href="${escapeHtml(address)}"${look === '' ? '' : ` class="${escapeHtml(look)}"`}>${body}</a>`;
