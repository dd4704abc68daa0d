/** Time left as minutes and seconds (hours too, once there are any), for clocks that are read across a room. */
export function clockText(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const pad = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return hours > 0 ? `${hours}:${pad(minutes)}:${pad(seconds % 60)}` : `${pad(minutes)}:${pad(seconds % 60)}`;
}

/** A clock that runs down to a moment. */
export function Countdown({ untilMs, nowMs }: { readonly untilMs: number; readonly nowMs: number }) {
  return (
    <span role="timer" className="figures font-semibold" suppressHydrationWarning>
      {clockText(untilMs - nowMs)}
    </span>
  );
}
