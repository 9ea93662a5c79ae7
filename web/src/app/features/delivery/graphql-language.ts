import type { HttpClient } from '@angular/common/http';
import type { Extension } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import { graphql, updateSchema } from 'cm6-graphql';
import { buildClientSchema, getIntrospectionQuery, type IntrospectionQuery } from 'graphql';
import { firstValueFrom } from 'rxjs';

/** GraphQL for the editor; completion and marks begin with the first schema. */
export function graphqlLanguage(): readonly Extension[] {
  return graphql();
}

/** Reads the schema from the API as it is now and gives it to the editor. */
export async function liveSchema(http: HttpClient, view: EditorView): Promise<void> {
  const body = { query: getIntrospectionQuery() };
  const { data } = await firstValueFrom(http.post<{ data: IntrospectionQuery }>('/api/graphql', body));
  updateSchema(view, buildClientSchema(data));
}
