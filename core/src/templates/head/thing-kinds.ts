/**
 * What pages can be about, as schema.org calls it: the usual kinds, general ones first.
 * @see https://schema.org/docs/full.html
 */
export const thingKinds = [
  'WebPage',
  'Article',
  'BlogPosting',
  'NewsArticle',
  'Book',
  'Course',
  'CreativeWork',
  'Event',
  'HowTo',
  'JobPosting',
  'LocalBusiness',
  'LodgingBusiness',
  'Movie',
  'MusicRecording',
  'Organization',
  'Person',
  'Place',
  'Product',
  'Recipe',
  'Restaurant',
  'Service',
  'SoftwareApplication',
  'TouristAttraction',
  'Trip',
  'VideoObject',
] as const;
export type ThingKind = (typeof thingKinds)[number];
