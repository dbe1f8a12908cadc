// Reads `{"zone", "changes": [seconds]}`, one a line, and writes what node's Intl (its own tz data) knows of the clocks there: for every quarter of an hour within four days
// of each change what is shown, as {"shown as seconds": "seconds of the moment"}, the first where it comes twice; and whether each change is one here too.
import { createInterface } from 'node:readline';

const QUARTER = 900;
const AROUND = 4 * 86_400;

for await (const line of createInterface({ input: process.stdin })) {
    const { zone, changes } = JSON.parse(line);
    const format = new Intl.DateTimeFormat('en-GB', { timeZone: zone, calendar: 'gregory', numberingSystem: 'latn', hourCycle: 'h23', year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', second: '2-digit' });
    const shown = (moment) => {
        const part = Object.fromEntries(format.formatToParts(moment * 1000).map(({ type, value }) => [type, Number(value)]));

        return Date.UTC(part.year, part.month - 1, part.day, part.hour, part.minute, part.second) / 1000;
    };
    const moments = {};
    const known = [];
    for (const change of changes) {
        known.push(shown(change) - shown(change - 1) !== 1);
        for (let moment = change - AROUND; moment <= change + AROUND; moment += QUARTER) {
            moments[shown(moment)] ??= moment;
        }
    }
    console.log(JSON.stringify({ moments, known }));
}
