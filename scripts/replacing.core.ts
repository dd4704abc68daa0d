export { tryPolicies } from '@/core/instruments/replacement-trial';
