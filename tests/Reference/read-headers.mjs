// Reads messages as another program does, with mailparser: one JSON line of base 64 in, one of what was read out.
import { createInterface } from 'node:readline';
import { simpleParser } from 'mailparser';

for await (const line of createInterface({ input: process.stdin })) {
    const mail = await simpleParser(Buffer.from(line, 'base64'));
    process.stdout.write(JSON.stringify({ subject: mail.subject ?? '', from: mail.from?.value[0], to: mail.to?.value, headers: [...mail.headers.keys()], text: mail.text ?? '' }) + '\n');
}
