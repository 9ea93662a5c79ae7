import type { CompiledModel, CompiledType } from '../../model/compiled';
import type { Binding } from '../binding';
import { outputIn } from '../compile';
import { findPath, type FoundPath } from '../found-path';
import { onPages, seatsOf } from '../seats';
import type { BlockProperty } from '../property';
import { writerOf, type PageNode, type Write } from '../tree';
import { whenThere } from '../tree/make';
import type { Head } from './head';
import type { ThingKind } from './thing-kinds';
import { usualHead } from './usual-head';

/** So much of a running text is told where nobody chose what, which is shown as a whole; and at the most. */
const USUAL = 150;
const LONGEST = 500;

/** What is told of a thing under one name. */
export interface HeadProperty {
  readonly name: string;
  /** The value itself, where it is one and nothing else. */
  readonly path: FoundPath | null;
  readonly write: Write;
}

/** A head as pages read it. */
export interface CompiledHead {
  readonly title: Write;
  readonly description: Write;
  /** How many characters of it are told. */
  readonly descriptionLength: number;
  readonly image: FoundPath | null;
  readonly hidden: boolean;
  readonly thing: ThingKind;
  readonly properties: readonly HeadProperty[];
  /** What it reads, for the plan of what is loaded with an entry. */
  readonly nodes: readonly PageNode[];
}

/** Whether a value is told as what it is: in no format, without words around it. */
const isAlone = ({ format, prefix = '', suffix = '' }: Binding): boolean =>
  format === null && prefix === '' && suffix === '';

/**
 * Compiles what is told of pages of a type, by the model as it is now.
 * @param head what the template says of it; what it leaves out is as usual
 * @returns what writes it; broken bindings write nothing
 */
export function compileHead(head: Head | undefined, type: CompiledType, model: CompiledModel): CompiledHead {
  const [seats, context] = [seatsOf(type), onPages(model)];
  const whole = { ...usualHead(type), ...head };
  const nodes: PageNode[] = [];
  const written = (property: BlockProperty | undefined): Write => {
    const output = (property && outputIn(property, seats, context))?.nodes ?? [];
    nodes.push(...output);
    // Nothing in it is written by hand.
    return writerOf(output) ?? (() => '');
  };
  const found = (binding: Binding | undefined): FoundPath | null => {
    const path = binding ? findPath(binding, seats, context) : null;
    if (path) nodes.push(whenThere([path], []));
    return path;
  };
  return {
    title: written(whole.title),
    description: written(whole.description),
    descriptionLength: head?.description ? LONGEST : USUAL,
    image: found(whole.image),
    hidden: whole.hidden ?? false,
    thing: whole.thing ?? 'WebPage',
    properties: (whole.properties ?? []).map(({ name, value }) => {
      const alone = 'binding' in value && isAlone(value.binding) ? value.binding : undefined;
      return { name, path: found(alone), write: written(value) };
    }),
    nodes,
  };
}
