import type { Assessment } from '@/core/assessment/assess';
import { FINDING_FACTS } from '@/core/assessment/finding-facts';
import { measuredWords } from '@/core/assessment/measured-words';
import type { StepId } from '@/core/assessment/step-id';
import { findingTitle } from '@/core/assessment/wording';
import { MarginRule } from '@/ui/margin-rule';

interface Props {
  readonly step: StepId;
  readonly assessment: Assessment;
}

/** What the value being typed says against its limit, before it is captured. */
export function TypedMargins({ step, assessment }: Props) {
  const about = assessment.findings
    .filter(({ code, measured }) => measured !== null && FINDING_FACTS[code].steps.includes(step))
    .map((finding) => ({ ...finding, title: findingTitle(finding) }));
  if (about.length === 0) return null;
  return (
    <section aria-label="As typed" className="sheet grid gap-2 px-4 py-3">
      {about.map(
        ({ title, measured, indicative }) =>
          measured && (
            <div key={title}>
              <p className="flex items-baseline justify-between gap-3 text-lg">
                <span>{title}</span>
                <span className="figures font-semibold">{measuredWords(measured).value}</span>
              </p>
              <MarginRule label={title} measured={measured} indicative={indicative} />
            </div>
          ),
      )}
    </section>
  );
}
