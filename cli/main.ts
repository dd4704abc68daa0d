import { grade } from './grade';

// A reader that has seen enough (such as `head`) closes the pipe; that is no fault of the file's.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

process.exitCode = await grade(process.argv.slice(2), process);
