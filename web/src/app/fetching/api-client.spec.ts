import { HttpHeaders } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { setUpWorkbench, type TestServer } from '../../testing/workbench';
import { ApiClient } from './api-client';

describe('the client of the API', () => {
  let server: TestServer;
  let client: ApiClient;
  beforeEach(() => {
    server = setUpWorkbench();
    client = TestBed.inject(ApiClient);
  });

  it('fills in what an address leaves open, and escapes it', () => {
    client.ask('GET', '/api/studio/entries/:id', { parameters: { id: 'e 1/2' } }).subscribe();
    server.http.expectOne('/api/studio/entries/e%201%2F2');
    client.ask('GET', '/api/studio/model/history/:revision', { parameters: { revision: 7 } }).subscribe();
    server.http.expectOne('/api/studio/model/history/7');
    server.http.verify();
  });

  it('asks for what is wanted, and not for what is left out', () => {
    client
      .ask('GET', '/api/studio/entries', {
        query: { type: 't_hut', status: undefined, descending: false, limit: 5 },
      })
      .subscribe();
    server.http.expectOne('/api/studio/entries?type=t_hut&descending=false&limit=5');
    server.http.verify();
  });

  it('sends body and headers, and gives the answer', async () => {
    const answer = firstValueFrom(
      client.ask('POST', '/api/studio/terms/:id/merge', {
        parameters: { id: 'n_1' },
        body: { into: 'n_2' },
        headers: new HttpHeaders({ 'idempotency-key': 'k' }),
      }),
    );
    const sent = server.http.expectOne('/api/studio/terms/n_1/merge');
    const { request } = sent;
    expect([request.method, request.body, request.headers.get('idempotency-key')]).toEqual([
      'POST',
      { into: 'n_2' },
      'k',
    ]);
    sent.flush([]);
    expect(await answer).toEqual([]);
  });

  it('sends nothing before somebody listens', () => {
    client.ask('DELETE', '/api/studio/session');
    server.http.verify();
    expect().nothing();
  });
});
