// Reads addresses, one JSON object a line, and writes what npm @fragaria/address-formatter makes of each, as JSON.
import { createInterface } from 'node:readline';
import formatter from '@fragaria/address-formatter';

for await (const line of createInterface({ input: process.stdin })) {
    console.log(JSON.stringify(formatter.format(JSON.parse(line), { cleanupPostcode: false }).trim()));
}
