import fc from 'fast-check';
import { uuidBytes, uuidText } from './uuid-column';

it('an id comes back as it was, in small letters', () => {
  fc.assert(
    fc.property(fc.uuid(), (id) => {
      expect(uuidText(uuidBytes(id))).toBe(id);
      expect(uuidBytes(id.toUpperCase())).toEqual(uuidBytes(id));
      expect(uuidBytes(id)).toEqual(new Uint8Array(Buffer.from(id.replaceAll('-', ''), 'hex')));
    }),
  );
});

it.each(['', 'nothing-here', '01a21dbd-3f35-75f6-b1b6-37689a1603b', 'x1a21dbd-3f35-75f6-b1b6-37689a1603b6'])(
  '%j is no id: it has no bytes, and is found nowhere',
  (text) => {
    expect(uuidBytes(text)).toHaveLength(0);
  },
);
