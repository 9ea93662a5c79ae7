import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { TermAnswer, TermSave } from '@tovlet/core/contracts/studio';
import type { Observable } from 'rxjs';

const ADDRESS = '/api/studio/terms';

/** Terms over HTTP. */
@Injectable({ providedIn: 'root' })
export class TermsApi {
  private readonly http = inject(HttpClient);

  create(taxonomy: string, label: string, parent: string | null): Observable<TermAnswer> {
    return this.http.post<TermAnswer>(ADDRESS, { taxonomy, label, parent });
  }

  save(id: string, term: TermSave): Observable<TermAnswer> {
    return this.http.put<TermAnswer>(`${ADDRESS}/${id}`, term);
  }

  move(id: string, parent: string | null, before: string | null): Observable<readonly TermAnswer[]> {
    return this.http.post<readonly TermAnswer[]>(`${ADDRESS}/${id}/move`, { parent, before });
  }

  merge(id: string, into: string): Observable<readonly TermAnswer[]> {
    return this.http.post<readonly TermAnswer[]>(`${ADDRESS}/${id}/merge`, { into });
  }

  /** Brings a term back that was removed or merged. */
  bringBack(id: string): Observable<readonly TermAnswer[]> {
    return this.http.post<readonly TermAnswer[]>(`${ADDRESS}/${id}/bring-back`, {});
  }

  remove(id: string): Observable<readonly TermAnswer[]> {
    return this.http.delete<readonly TermAnswer[]>(`${ADDRESS}/${id}`);
  }
}
