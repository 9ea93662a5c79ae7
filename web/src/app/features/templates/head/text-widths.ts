import { Injectable } from '@angular/core';
import type { TextWidths } from '@tovlet/core/templates/head/findings';

/** The letters that results of a search are usually set in. */
const TITLE = '20px Arial, sans-serif';
const DESCRIPTION = '14px Arial, sans-serif';

/** Measures texts as lists of search results set them. */
@Injectable({ providedIn: 'root' })
export class ResultWidths implements TextWidths {
  private readonly context = document.createElement('canvas').getContext('2d');

  readonly title = (text: string): number => this.width(text, TITLE);
  readonly description = (text: string): number => this.width(text, DESCRIPTION);

  private width(text: string, font: string): number {
    if (!this.context) return 0;
    this.context.font = font;
    return Math.ceil(this.context.measureText(text).width);
  }
}
