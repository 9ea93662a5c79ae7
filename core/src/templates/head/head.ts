import * as z from 'zod';
import { bindingSchema, type Binding } from '../binding';
import { bindingsIn, propertySchema } from '../property';
import { thingKinds } from './thing-kinds';

/** So many properties of a thing are told. */
const PROPERTIES_LIMIT = 60;

/** A name as schema.org gives it to a property. @see https://schema.org/docs/full.html */
const PROPERTY_NAME = /^[a-z][A-Za-z]{1,60}$/;

/**
 * What search engines and other sites are told of the pages of a template. What is left out is made of the entry: its title, the
 * beginning of its first running text, its first picture.
 */
export const headSchema = z.strictObject({
  title: propertySchema.optional(),
  description: propertySchema.optional(),
  /** The picture that stands for the page where it is shared. */
  image: bindingSchema.optional(),
  /** Whether search engines are asked to leave it out. */
  hidden: z.boolean().optional(),
  /** What the page is about, as schema.org calls it. */
  thing: z.enum(thingKinds).optional(),
  /** What is said of that thing, by the names that schema.org has for it. */
  properties: z
    .array(z.strictObject({ name: z.string().regex(PROPERTY_NAME), value: propertySchema }))
    .max(PROPERTIES_LIMIT)
    .optional(),
});
export type Head = Readonly<z.infer<typeof headSchema>>;

/** Whether a text is a name that schema.org could give to a property. */
export const isPropertyName = (name: string): boolean => PROPERTY_NAME.test(name);

/** Lists the values that a head takes from elsewhere. */
export function bindingsOfHead({ title, description, image, properties = [] }: Head): readonly Binding[] {
  const written = [title, description, ...properties.map(({ value }) => value)];
  return [...written.flatMap((each) => (each ? bindingsIn(each) : [])), ...(image ? [image] : [])];
}
