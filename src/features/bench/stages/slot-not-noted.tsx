/** Nobody has noted what the slot of a battery asks for. */
export function SlotNotNoted() {
  return (
    <p className="text-soft">
      What its slot asks for is not noted. Is it the right construction and rating for the vehicle? Note it on
      the label, and it is checked here.
    </p>
  );
}
