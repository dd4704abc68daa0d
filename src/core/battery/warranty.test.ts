import { isUnderWarranty } from './warranty';

it('a battery is under warranty to the end of its last day, and never where nobody said so', () => {
  const at = (text: string) => Date.parse(text);
  expect(isUnderWarranty({ warrantyTo: '2027-03-01' }, at('2027-03-01T23:59:59Z'))).toBe(true);
  expect(isUnderWarranty({ warrantyTo: '2027-03-01' }, at('2027-03-02T00:00:00Z'))).toBe(false);
  expect(isUnderWarranty({ warrantyTo: null }, 0)).toBe(false);
  expect(isUnderWarranty({}, 0)).toBe(false);
});
