/**
 * Zones of the IANA time zone database whose country writes dates month first (zone1970.tab, entries of US; value from memory). Zones of the
 * Philippines and of Palau, where both orders are used, are left out.
 */
const MONTH_FIRST = new Set(
  [
    ...['New_York', 'Detroit', 'Kentucky/Louisville', 'Kentucky/Monticello', 'Indiana/Indianapolis', 'Indiana/Vincennes'],
    ...['Indiana/Winamac', 'Indiana/Marengo', 'Indiana/Petersburg', 'Indiana/Vevay', 'Chicago', 'Indiana/Tell_City'],
    ...['Indiana/Knox', 'Menominee', 'North_Dakota/Center', 'North_Dakota/New_Salem', 'North_Dakota/Beulah', 'Denver', 'Boise'],
    ...['Phoenix', 'Los_Angeles', 'Anchorage', 'Juneau', 'Sitka', 'Metlakatla', 'Yakutat', 'Nome', 'Adak', 'Puerto_Rico'],
  ].map((place) => `America/${place}`),
);
MONTH_FIRST.add('Pacific/Honolulu');

/**
 * How people of a camp's place write dates in English: month first in the United States, day first elsewhere.
 *
 * @example localeOf('America/Chicago') // 'en-US'
 */
export const localeOf = (timeZone: string): 'en-US' | 'en-GB' => (MONTH_FIRST.has(timeZone) ? 'en-US' : 'en-GB');
