/** Declarations of CSS, for the block itself (an empty selector) or for what stands in it. */
export type StyleRules = readonly (readonly [selector: string, declarations: string])[];

/** One way a block can look in some respect. */
export interface StyleOption {
  readonly value: string;
  readonly label: string;
  readonly rules: StyleRules;
}

/** One respect in which a block can be made to look otherwise: from the scale of the site, never by measures of its own. */
export interface StyleProperty {
  readonly label: string;
  readonly options: readonly StyleOption[];
}

/** Declarations for the block itself. */
export const own = (declarations: string): StyleRules => [['', declarations]];

/** What stands first and last in a block keeps no distance to its edge of its own. */
export const FLUSH: StyleRules = [
  ['>:first-child', 'margin-top:0'],
  ['>:last-child', 'margin-bottom:0'],
  // A section lets the distances of what stands in it through.
  ['>.section>:first-child', 'margin-top:0'],
  ['>.section>:last-child', 'margin-bottom:0'],
];

/** What lays others out beside each other, as blocks do. */
export const LAYING_OUT = ' :is(.columns,.grid,.cards,.pictures)';
