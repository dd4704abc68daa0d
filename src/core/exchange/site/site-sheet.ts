import type { Static } from '@sinclair/typebox';
import { type Climate, LIFE_SCALE_YEARS } from '../../battery/length-of-life';
import { RATING_STANDARDS, type RatingStandard } from '../../battery/rating-standard';
import { USUAL_SURROUNDINGS, type Winter } from '../../history/surroundings';
import { Type } from '../../quantity/type';

/** Where a shop's own rules were kept before each site had an id for them. */
export const FIRST_RULES_ID = 'house';

const line = (most: number, description: string) => Type.String({ maxLength: most, description });

/** What the whole site shares, as somebody fills it in: a name and an address for paper, and how things are shown where nobody chose. */
export const SiteSheetSchema = Type.Object(
  {
    name: line(80, 'name of the site'),
    address: line(200, 'address of the site'),
    zone: Type.String({ minLength: 1, maxLength: 60, description: 'time zone' }),
    temperatureUnit: Type.Unsafe<'°C' | '°F'>({ enum: ['°C', '°F'], description: 'unit of temperatures' }),
    currency: Type.String({
      pattern: '^[A-Z]{3}$',
      maxLength: 3,
      description: 'currency in three capital letters',
    }),
    /** Where Integra answers, for the codes on slips; empty for the address that the browser used. */
    codesAddress: line(300, 'address in codes'),
    ratingStandard: Type.Unsafe<RatingStandard>({
      enum: [...RATING_STANDARDS],
      description: 'rating standard of a new label',
    }),
    climate: Type.Unsafe<Climate>({
      enum: Object.keys(LIFE_SCALE_YEARS),
      description: 'climate in which its batteries work',
    }),
    winter: Type.Unsafe<Winter>({
      enum: ['december', 'june'],
      description: 'month that its coldest quarter begins with',
    }),
  },
  { additionalProperties: false },
);

export type SiteSheet = Static<typeof SiteSheetSchema>;

/** The same with what makes it this site and no other: its id, and the id that its own rules are kept under. */
export const SiteRecordSchema = Type.Object(
  {
    id: Type.String({ format: 'uuid' }),
    ...SiteSheetSchema.properties,
    // Files from before anybody asked where the site lies.
    climate: Type.Optional(SiteSheetSchema.properties.climate),
    winter: Type.Optional(SiteSheetSchema.properties.winter),
    rulesId: Type.String({
      minLength: 1,
      maxLength: 64,
      pattern: '^[a-z0-9-]+$',
      description: 'lower-case id',
    }),
  },
  { additionalProperties: false },
);

export type SiteRecord = Static<typeof SiteRecordSchema>;

/** What is filled in of a site that is kept with more. */
export function sheetOf(site: SiteSheet): SiteSheet {
  const { name, address, zone, temperatureUnit, currency, codesAddress, ratingStandard } = site;
  const { climate, winter } = site;
  return { name, address, zone, temperatureUnit, currency, codesAddress, ratingStandard, climate, winter };
}

/** What goes into files of a site that is kept with more: its costs and how often it was changed stay here. */
export const recordOf = (site: SiteRecord & SiteSheet): SiteRecord => ({
  id: site.id,
  ...sheetOf(site),
  rulesId: site.rulesId,
});

/** A site that nobody has filled in yet. */
export function newSite(id: string, zone: string, codesAddress = ''): SiteRecord & SiteSheet {
  return {
    id,
    name: '',
    address: '',
    zone,
    temperatureUnit: '°C',
    currency: 'EUR',
    codesAddress,
    // The end of an id is what tells two apart that were made in one second.
    ratingStandard: 'SAE',
    ...USUAL_SURROUNDINGS,
    rulesId: `${FIRST_RULES_ID}-${id.slice(-12)}`,
  };
}
