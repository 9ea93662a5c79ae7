import type { HttpClient } from '@angular/common/http';
import type { Extension } from '@codemirror/state';
import type { EditorView } from '@codemirror/view';
import { graphql, updateSchema } from 'cm6-graphql';
import {
  buildClientSchema,
  getIntrospectionQuery,
  type GraphQLSchema,
  type IntrospectionQuery,
} from 'graphql';
import { firstValueFrom } from 'rxjs';

/** GraphQL for the editor; completion and marks begin with the first schema. */
export function graphqlLanguage(): readonly Extension[] {
  return graphql();
}

/** Reads the schema from the API as it is now. @throws what the request failed with */
export async function readSchema(http: HttpClient): Promise<GraphQLSchema> {
  const body = { query: getIntrospectionQuery() };
  const { data } = await firstValueFrom(http.post<{ data: IntrospectionQuery }>('/api/graphql', body));
  return buildClientSchema(data);
}

/** Completes and marks by a schema from now on. */
export function useSchema(view: EditorView, schema: GraphQLSchema): void {
  updateSchema(view, schema);
}
