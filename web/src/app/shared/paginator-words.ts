import { Injectable } from '@angular/core';
import { MatPaginatorIntl } from '@angular/material/paginator';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';

/** What a paginator says: which of how many are shown, and what its buttons do. */
@Injectable()
export class PaginatorWords extends MatPaginatorIntl {
  override firstPageLabel = say`First page`;
  override previousPageLabel = say`Page before`;
  override nextPageLabel = say`Next page`;
  override lastPageLabel = say`Last page`;
  override getRangeLabel = (page: number, pageSize: number, length: number): string => {
    const last = Math.min(length, (page + 1) * pageSize);
    return say`${numbered(page * pageSize + 1)} to ${numbered(last)} of ${numbered(length)}`;
  };
}
