import { check } from './check';
import { forecast } from './forecast';
import { grade } from './grade';
import { trace } from './trace';

const COMMANDS = { grade, check, forecast, trace };

// A reader that has seen enough (such as `head`) closes the pipe; that is no fault of the file's.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

const [name = '', ...args] = process.argv.slice(2);
if (!(name in COMMANDS)) throw new Error(`there is no command ${name}`);
process.exitCode = await COMMANDS[name as keyof typeof COMMANDS](args, process);
