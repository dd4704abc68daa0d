import { runKeep } from './keep';

process.exitCode = await runKeep(process.argv.slice(2));
