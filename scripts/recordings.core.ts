export { tryStart } from '../src/core/instruments/recording-trial';
export { recordingTrial } from '../src/core/instruments/recording-trial-summary';
