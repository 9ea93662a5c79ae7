import { Pipe, type PipeTransform } from '@angular/core';
import { said } from '@tovlet/core/locale/say';

/**
 * Says a text in the reader's language, where a template chooses among several.
 * @example {{ (open() ? 'Fold' : 'Unfold') | said }}
 */
@Pipe({ name: 'said' })
export class Said implements PipeTransform {
  transform<Text extends string | null | undefined>(text: Text): Text | string {
    return typeof text === 'string' ? said(text) : text;
  }
}
