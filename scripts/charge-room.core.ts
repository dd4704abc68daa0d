export { weekBeside } from '../src/core/instruments/room-trial-summary';
