import type { JsonObject } from '../../json';

/** The scalars of GraphQL that values are made of; Date and DateTime are Tovlet's own. */
export type ScalarName = 'ID' | 'String' | 'Int' | 'Float' | 'Boolean' | 'Date' | 'DateTime';

/** One member of a delivered object. */
export type Member =
  | { readonly type: ScalarName; readonly nullable?: true; readonly jsonSchema?: JsonObject }
  | { readonly listOf: ObjectShape };

/** A value that is one scalar. */
export interface ScalarShape {
  readonly scalar: ScalarName;
}

/** A value that is an object of its own, the same wherever it stands. */
export interface ObjectShape {
  /** Its name in GraphQL and among OpenAPI's schemas. */
  readonly name: string;
  readonly members: Readonly<Record<string, Member>>;
}

/** What a single value looks like in every answer. A list of values is a list of this, without being named anywhere. */
export type DeliveredShape = ScalarShape | ObjectShape;

export const id: Member = { type: 'ID' };
export const text: Member = { type: 'String' };
export const textOrNot: Member = { type: 'String', nullable: true };
export const whole: Member = { type: 'Int' };
export const wholeOrNot: Member = { type: 'Int', nullable: true };
export const numberOrNot: Member = { type: 'Float', nullable: true };
/** A share of something, from 0 to 1. */
export const share: Member = { type: 'Float', jsonSchema: { type: 'number', minimum: 0, maximum: 1 } };
/** An address that may be of this site. */
export const address: Member = { type: 'String', jsonSchema: { type: 'string', format: 'uri-reference' } };
