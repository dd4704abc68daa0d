// A streaming pass that hands over each line as a string, as any program that reads rows must.
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';

let count = 0;
for await (const _line of createInterface({ input: createReadStream(process.argv[2]) })) count++;
console.log(count);
