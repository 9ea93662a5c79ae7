import type { JsonObject } from '@tovlet/core/json';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { valleys } from './names';

/** A term of the demo. */
export interface DemoTerm {
  readonly id: string;
  readonly taxonomyId: string;
  readonly parentId: string | null;
  readonly slug: string;
  readonly label: string;
  readonly position: number;
  readonly values: JsonObject;
}

const regions = ['South ridge', 'Middle ridge', 'North ridge'] as const;

export const facilities = [
  'Stove',
  'Drying room',
  'Spring water',
  'Hot shower',
  'Self-service kitchen',
  'Radio',
] as const;
export const topics = ['Season', 'Works', 'Society', 'Warnings'] as const;

const regionTermId = (index: number): string => `n_region_${index}`;
/** The id of a valley’s term. */
export const valleyTermId = (index: number): string => `n_valley_${index}`;
/** The id of a facility’s term. */
export const facilityTermId = (index: number): string => `n_facility_${index}`;
/** The id of a topic’s term. */
export const topicTermId = (index: number): string => `n_topic_${index}`;

const term = (
  id: string,
  taxonomyId: string,
  label: string,
  position: number,
  parentId: string | null = null,
  values: JsonObject = {},
): DemoTerm => ({ id, taxonomyId, parentId, slug: slugFromTitle(label), label, position, values });

/** The terms of the demo: areas as a tree of regions and valleys, facilities and topics as lists. */
export const demoTerms: readonly DemoTerm[] = [
  ...regions.map((label, index) =>
    term(regionTermId(index), 'y_area', label, index + 1, null, {
      f_area_about: `The ${label.toLowerCase()} of the range, with its huts and passes.`,
      f_area_highest: 2890 + index * 140,
    }),
  ),
  ...valleys.map((label, index) =>
    term(valleyTermId(index), 'y_area', label, Math.floor(index / 3) + 1, regionTermId(index % 3)),
  ),
  ...facilities.map((label, index) => term(facilityTermId(index), 'y_facility', label, index + 1)),
  ...topics.map((label, index) => term(topicTermId(index), 'y_topic', label, index + 1)),
];
