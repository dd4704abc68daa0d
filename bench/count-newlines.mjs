// The least that can be done with a file: a streaming pass that counts its newline bytes.
import { createReadStream } from 'node:fs';

let count = 0;
for await (const chunk of createReadStream(process.argv[2])) {
  for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, at + 1)) count++;
}
console.log(count);
