// Writes core/Value/address-lines.json: in which order each country writes the parts of an address, read off what npm @fragaria/address-formatter
// (MIT; data of OpenCage's address-formatting, MIT) makes of an address whose parts are their own names.
import { writeFileSync } from 'node:fs';
import formatter from '@fragaria/address-formatter';
import templates from '@fragaria/address-formatter/src/templates/templates.json' with { type: 'json' };

const PARTS = { attention: 'name', house: 'company', house_number: 'number', road: 'street', city: 'city', postcode: 'postcode', country: 'country' };
const lines = (country, region) => {
    const parts = Object.fromEntries(Object.entries(PARTS).map(([part, ours]) => [part, `«${ours}»`]));

    return formatter.format({ ...parts, ...region, country_code: country }, { cleanupPostcode: false }).trim();
};
const orders = {};
for (const country of Object.keys(templates).filter((key) => /^[A-Z]{2}$/.test(key)).sort()) {
    const found = [{ state: '«region»', state_code: '«region»' }, { county: '«region»', county_code: '«region»' }, {}].map((region) => lines(country, region));
    // A territory stands as a region in the addresses of its country.
    const order = ((templates[country].add_component ? undefined : found.find((one) => one.includes('«region»'))) ?? found[2]).split('\n').map((line) => line.trim());
    // Where the country was changed for another, as for places that belong to one, its own name is ours to say.
    const known = [...new Set(order.map((line) => (line.includes('«') ? line : '«country»')))].join('\n').replaceAll(/«(\w+)»/g, '{$1}').replaceAll('}- {', '}-{');
    orders[country] = known.includes('{country}') ? known : `${known}\n{country}`;
}
const usual = Object.values(orders).reduce((counted, order) => counted.set(order, (counted.get(order) ?? 0) + 1), new Map());
const [most] = [...usual].sort((one, other) => other[1] - one[1])[0];
const others = Object.fromEntries(Object.entries(orders).filter(([, order]) => order !== most));
writeFileSync('core/Value/address-lines.json', `${JSON.stringify({ usual: most, ...others }, null, 4)}\n`);
