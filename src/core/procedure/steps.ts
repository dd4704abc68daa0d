import type { StepId } from '../assessment/step-id';

interface StepFacts {
  readonly label: string;
  /** What to do, in one or two lines. */
  readonly task: string;
  /** What the step costs at the bench, minutes. A rule of the trade; charging is mostly waiting. */
  readonly minutes: number;
}

/** What each step of the procedure is called, asks for and costs. */
export const STEPS: Readonly<Record<StepId, StepFacts>> = {
  identify: {
    label: 'Identify',
    task: 'Is this the battery in front of you? Compare the label.',
    minutes: 1,
  },
  complaint: {
    label: 'Complaint',
    task: 'Why did it come in? The answer changes what is measured first.',
    minutes: 1,
  },
  vehicle: {
    label: 'Vehicle check',
    task: 'What may be at fault beside the battery, measured where it would show.',
    minutes: 4,
  },
  crank: {
    label: 'Crank it',
    task: 'Keep the engine from starting and crank, 15 s at most. Read the lowest voltage that lasts.',
    minutes: 3,
  },
  stand: {
    label: 'Stand',
    task: 'Charged and rested: leave it alone for a day, nothing connected. Read it again.',
    minutes: 1440,
  },
  inspect: {
    label: 'Inspect',
    task: 'Look at the case, the posts and clamps, the level. Smell.',
    minutes: 2,
  },
  clean: {
    label: 'Clean terminals',
    task: 'Clean and tighten posts and clamps, wipe the top. Then look again.',
    minutes: 5,
  },
  top_up: {
    label: 'Top up',
    task: 'Add deionised water until the plates are covered. Fill to the mark only after the charge.',
    minutes: 5,
  },
  settle: {
    label: 'Settle',
    task: 'Let the voltage settle, or take the surface charge off, before it is read.',
    minutes: 60,
  },
  open_circuit: {
    label: 'Open-circuit voltage',
    task: 'Meter on the posts, nothing else connected. Take the battery’s own temperature, not the air’s.',
    minutes: 1,
  },
  hydrometer: {
    label: 'Hydrometer or cell probe',
    task: 'Each cell in turn: draw acid and read at eye level, put it back into the same cell; or probe its voltage.',
    minutes: 4,
  },
  charge: {
    label: 'Charge',
    task: 'Put it on charge as planned, read it now and then, and come back when it is full and rested.',
    minutes: 480,
  },
  conductance: {
    label: 'Conductance',
    task: 'Tester on clean lead with both jaws, loads and charger off. Read its figure and its unit.',
    minutes: 2,
  },
  load: {
    label: 'Load test',
    task: 'Set the load, hold it, read the voltage at the end while the load is on.',
    minutes: 3,
  },
  recovery: {
    label: 'Recovery',
    task: 'Load off. Watch the open voltage come back for 5 to 10 minutes.',
    minutes: 5,
  },
  three_minute: {
    label: 'Three-minute charge',
    task: 'Charge with 40 A, 25 A at least, for three minutes. Read the voltage while charging.',
    minutes: 5,
  },
  verdict: { label: 'Verdict', task: 'Everything that was read, and what it comes to.', minutes: 1 },
};
