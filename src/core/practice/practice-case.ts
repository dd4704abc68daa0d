import type { Static } from '@sinclair/typebox';
import { CASE_STATES, LEVEL_STATES, SMELL_STATES, TERMINAL_STATES } from '../assessment/evidence';
import { BatteryLabelSchema } from '../battery/battery-label';
import { FAULT_KINDS } from '../physics/faults';
import { Type } from '../quantity/type';
import { SYMPTOMS } from '../steps/complaint/plans';

const oneOf = <const T extends string>(values: readonly T[], description: string) =>
  Type.Unsafe<T>({ enum: [...values], description });
const share = (description: string, minimum: number, maximum: number) =>
  Type.Number({ minimum, maximum, description });

/** Where the trouble truly sits. */
export const CAUSES = ['battery', 'charge', 'connection', 'charging_system', 'draw', 'nothing'] as const;

export type Cause = (typeof CAUSES)[number];

export const CAUSE_LABELS: Readonly<Record<Cause, string>> = {
  battery: 'The battery itself',
  charge: 'Only its charge',
  connection: 'A connection or a cable',
  charging_system: 'The charging system',
  draw: 'A draw while standing',
  nothing: 'Nothing: all is well',
};

/** A case to practise on: a battery whose truth is hidden, what can be seen of it, and where the trouble sits. */
export const PracticeCaseSchema = Type.Object(
  {
    title: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S', description: 'title' }),
    level: Type.Union([Type.Literal(1), Type.Literal(2), Type.Literal(3)], { description: 'level' }),
    /** What the driver says. */
    story: Type.String({ minLength: 1, maxLength: 400, pattern: '\\S', description: 'story' }),
    symptom: oneOf(SYMPTOMS, 'complaint'),
    label: BatteryLabelSchema,
    truth: Type.Object(
      {
        healthPct: share('health, %', 10, 110),
        capacityPct: share('capacity, %', 10, 110),
        chargePct: share('charge, %', 0, 100),
        temperatureC: share('temperature, °C', -25, 60),
        /** Minutes since it came off a charger or the road; under an hour there is charge on the surface. */
        restMinutes: share('rest, min', 0, 100_000),
        faults: Type.Array(
          Type.Object(
            {
              kind: oneOf(FAULT_KINDS, 'fault'),
              degree: share('degree', 0, 1),
              underCurrent: Type.Optional(Type.Boolean({ description: 'shows under current only' })),
            },
            { additionalProperties: false },
          ),
          { maxItems: 3 },
        ),
      },
      { additionalProperties: false },
    ),
    seen: Type.Object(
      {
        case: oneOf(CASE_STATES, 'case'),
        smell: oneOf(SMELL_STATES, 'smell'),
        terminals: oneOf(TERMINAL_STATES, 'terminals'),
        level: oneOf(LEVEL_STATES, 'level'),
      },
      { additionalProperties: false },
    ),
    /** What a meter would show on the vehicle: drops and regulated voltage in V, draw in A. */
    vehicle: Type.Object(
      {
        clamp_drop: share('post to clamp, V', 0, 5),
        joint_drop: share('joint, V', 0, 5),
        side_drop: share('side, V', 0, 5),
        regulated: share('regulated voltage, V', 0, 20),
        draw: share('draw, A', 0, 20),
      },
      { additionalProperties: false },
    ),
    cause: oneOf(CAUSES, 'cause'),
  },
  { additionalProperties: false },
);

export type PracticeCase = Static<typeof PracticeCaseSchema>;

/** A battery at which nothing can be seen. */
export const NOTHING_SEEN: PracticeCase['seen'] = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };
