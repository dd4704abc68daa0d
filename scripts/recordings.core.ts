export { trueValue, tryStart } from '../src/core/instruments/recording-trial';
export { FEATURE_NAMES } from '../src/core/recording/features';
