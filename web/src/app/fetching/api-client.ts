import { HttpClient, type HttpHeaders } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { AnswerOf, BodyOf, Method, ParameterOf, PathOf, QueryOf } from '@tovlet/core/contracts/routes';
import type { Observable } from 'rxjs';

/** Something that has to be given, and may be left out where there is nothing of it. */
type Part<Name extends string, Value> = [Value] extends [undefined]
  ? object
  : { readonly [Key in Name]: Value };

/** What a request is sent with: what its address leaves to be filled in, what is asked for, what is sent. */
type Given<M extends Method, Path extends string> = Part<
  'parameters',
  [ParameterOf<Path>] extends [never] ? undefined : Readonly<Record<ParameterOf<Path>, string | number>>
> &
  Part<'body', BodyOf<M, Path>> &
  Part<'query', QueryOf<M, Path>> & { readonly headers?: HttpHeaders };
type Rest<M extends Method, Path extends string> =
  object extends Given<M, Path> ? [given?: Given<M, Path>] : [given: Given<M, Path>];

/** A request as HTTP knows it. */
interface Sent {
  readonly parameters?: Readonly<Record<string, string | number>>;
  readonly query?: object;
  readonly body?: unknown;
  readonly headers?: HttpHeaders;
}

/** Fills in what an address leaves open: `/terms/:id` becomes `/terms/t_1`. */
function filledIn(path: string, parameters: Readonly<Record<string, string | number>> = {}): string {
  return path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(parameters[name] ?? ''));
}

/** Leaves out what is not asked for. */
function parametersOf(query: object = {}): Record<string, string | number | boolean> {
  return Object.fromEntries(Object.entries(query).filter(([, value]) => value !== undefined));
}

/**
 * Asks the server, in the words of the contract: addresses, what they take and what they answer are those that the server is held
 * to (`contracts/routes.ts`). Nothing is sent before somebody subscribes.
 * @example client.ask('GET', '/api/studio/entries/:id', { parameters: { id } })
 */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  private readonly http = inject(HttpClient);

  /** Sends a request; fails with what HTTP failed with. */
  ask<M extends Method, Path extends PathOf<M>>(
    method: M,
    path: Path,
    ...[given]: Rest<M, Path>
  ): Observable<AnswerOf<M, Path>> {
    const { parameters, query, body, headers }: Sent = given ?? {};
    return this.http.request<AnswerOf<M, Path>>(method, filledIn(path, parameters), {
      params: parametersOf(query),
      body,
      ...(headers ? { headers } : {}),
    });
  }
}
