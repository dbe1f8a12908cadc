// Writes common-passwords.txt from the commonest passwords that @zxcvbn-ts/language-common (MIT) gathers: run it with node after a new version.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

const folder = join(dirname(createRequire(import.meta.url).resolve('@zxcvbn-ts/language-common')), '..', 'src');
const passwords = JSON.parse(readFileSync(join(folder, 'passwords.json'), 'utf8'));
// Their digests, so that nobody has to read them. What is shorter than 8 letters cannot make a good part of 12.
const digests = passwords.filter((one) => one.length >= 8).map((one) => createHash('sha256').update(one.toLowerCase()).digest('hex').slice(0, 12));
writeFileSync(new URL('common-passwords.txt', import.meta.url), [...new Set(digests)].sort().join('\n') + '\n');
