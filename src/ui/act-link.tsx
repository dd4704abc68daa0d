'use client';

import { clsx } from 'clsx';
import type { ActId } from '@/core/people/permissions';
import { type ButtonTone, buttonClass } from './button';
import { Link } from './link';
import { useBarred } from './site';

interface Props
  extends Pick<React.ComponentProps<'a'>, 'children' | 'download' | 'target' | 'aria-label' | 'title'> {
  readonly act: ActId;
  readonly href: string;
  readonly tone?: ButtonTone;
  readonly large?: boolean;
  readonly className?: string;
}

/**
 * A link that leads to something that not everybody may do, or fetches it: to whoever may not it stands there greyed, and says who may. What is
 * fetched as a file, or opens beside, is no page of its own.
 */
export function ActLink({ act, href, tone = 'plain', large = false, className, children, ...link }: Props) {
  const barred = useBarred(act);
  const looks = clsx(buttonClass(tone, large), className);
  if (barred !== null)
    return (
      <button
        type="button"
        disabled
        aria-label={link['aria-label']}
        aria-description={barred}
        title={barred}
        className={looks}
      >
        {children}
      </button>
    );
  const isPage = link.download === undefined && link.target === undefined;
  return isPage ? (
    <Link href={href} className={looks} {...link}>
      {children}
    </Link>
  ) : (
    <a href={href} className={looks} {...link} {...(link.target === undefined ? {} : { rel: 'noopener' })}>
      {children}
    </a>
  );
}
