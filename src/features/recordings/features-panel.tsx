import { clsx } from 'clsx';
import { FEATURE_FACTS, featureText } from '@/core/recording/feature-words';
import { FEATURE_NAMES, type Feature, type FeatureName, type Features } from '@/core/recording/features';
import type { Span } from '@/core/recording/recording';

/** What was read off a recording, each with how sure it is and what it means; what hands have moved stands beside what was found. */
export function FeaturesPanel({
  features,
  found,
  onShow,
}: {
  readonly features: Features;
  /** What was found by itself, where hands have moved some of it since. */
  readonly found: Readonly<Record<FeatureName, Feature | null>> | null;
  readonly onShow: (span: Span) => void;
}) {
  const { values, why } = features;
  const there = FEATURE_NAMES.filter((name) => values[name]);
  const missing = FEATURE_NAMES.filter((name) => !values[name]);
  return (
    <section aria-label="Read off it" className="grid content-start gap-3">
      <h2 className="heading">Read off it</h2>
      <ul className="sheet divide-y">
        {there.map((name) => {
          const feature = values[name];
          if (!feature) return null;
          const { label, means } = FEATURE_FACTS[name];
          const before = found?.[name] ?? null;
          const isMoved = found !== null && (before === null || before.value !== feature.value);
          return (
            <li key={name}>
              <button
                type="button"
                className="grid w-full grid-cols-[minmax(0,1fr)_auto] gap-x-3 px-4 py-2 text-left hover:bg-harbour-wash"
                onClick={() => onShow({ fromS: feature.fromS, toS: feature.toS })}
              >
                <span className="font-semibold">{label}</span>
                <span className="figures text-right">{featureText(name, feature)}</span>
                <span className="col-span-2 text-sm text-soft">{means}</span>
                {isMoved && (
                  <span className="col-span-2 text-sm text-warn">
                    moved by hand; found by itself: {before ? featureText(name, before) : 'nothing'}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ul>
      {missing.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            What is not there ({missing.length})
          </summary>
          <ul className="grid gap-1 text-sm">
            {missing.map((name) => (
              <li key={name}>
                <span className="font-semibold">{FEATURE_FACTS[name].label}:</span>{' '}
                <span className={clsx('text-soft')}>{why[name] ?? 'not there'}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
