import process from 'node:process';

/** Each is loaded when it is the one that is asked for: the others need not be read, nor held in memory. */
const COMMANDS = {
  grade: async () => (await import('./grade')).grade,
  check: async () => (await import('./check')).check,
  forecast: async () => (await import('./forecast')).forecast,
  trace: async () => (await import('./trace')).trace,
};

// A reader that has seen enough (such as `head`) closes the pipe; that is no fault of the file's.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

const [name = '', ...args] = process.argv.slice(2);
if (!(name in COMMANDS)) throw new Error(`there is no command ${name}`);
const command = await COMMANDS[name as keyof typeof COMMANDS]();
process.exitCode = await command(args, process);
