import { clsx } from 'clsx';
import { Children } from 'react';
import Markdown, { type Components } from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { Link } from '@/ui/link';
import { NavStrip } from '@/ui/strip';

interface Props {
  readonly pages: readonly { readonly name: string; readonly title: string }[];
  readonly page: string;
  /** The page as Markdown. */
  readonly text: string;
  /** The page that a link between the pages leads to; null for one that does not open here. */
  readonly pageOf: (link: string) => string | null;
}

/** The pages that come with the application, to be read beside the work. */
export function GuideScreen({ pages, page, text, pageOf }: Props) {
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-6 px-4 py-5 lg:grid-cols-[14rem_minmax(0,1fr)]">
      <NavStrip label="Guide" here={page} className="lg:flex-col">
        {pages.map(({ name, title }) => (
          <Link
            key={name}
            href={`/guide/${name}`}
            aria-current={name === page ? 'page' : undefined}
            className={clsx(
              'flex min-h-11 shrink-0 items-center rounded-md px-3 hover:bg-sunk',
              name === page && 'bg-harbour-wash font-semibold',
            )}
          >
            {title}
          </Link>
        ))}
      </NavStrip>
      <article className="grid max-w-3xl grid-cols-[minmax(0,1fr)] gap-3">
        <Markdown remarkPlugins={[remarkGfm]} components={elementsOf(pageOf)}>
          {text}
        </Markdown>
      </article>
    </main>
  );
}

/** The number of a rule, where a row of the rule table begins: a working links to it. */
const RULE = /^\d{1,2}[a-z]?$/;

/** A link of the pages themselves is followed, also to a place within one; any other is named and leads nowhere. */
function elementsOf(pageOf: Props['pageOf']): Components {
  return {
    h1: ({ children }) => <h1 className="text-2xl font-bold">{children}</h1>,
    h2: ({ children }) => <h2 className="mt-4 text-xl font-semibold">{children}</h2>,
    h3: ({ children }) => <h3 className="mt-2 font-semibold">{children}</h3>,
    ul: ({ children }) => <ul className="grid list-disc gap-1 pl-6">{children}</ul>,
    ol: ({ children }) => <ol className="grid list-decimal gap-2 pl-6">{children}</ol>,
    pre: ({ children }) => (
      <pre className="sheet p-3 text-sm break-words whitespace-pre-wrap">{children}</pre>
    ),
    code: ({ children }) => <code className="figures text-[0.95em]">{children}</code>,
    table: ({ children }) => (
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reached by keys
      <section aria-label="Table" tabIndex={0} className="sheet overflow-x-auto">
        <table className="w-full text-left text-sm">{children}</table>
      </section>
    ),
    th: ({ children }) => <th className="heading border-b px-3 py-2">{children}</th>,
    td: ({ children }) => {
      const [first] = Children.toArray(children);
      const rule = typeof first === 'string' && RULE.test(first) ? `rule-${first}` : undefined;
      return (
        <td id={rule} className="scroll-mt-16 border-t px-3 py-2 align-top target:bg-harbour-wash">
          {children}
        </td>
      );
    },
    img: ({ src, alt }) => (
      // biome-ignore lint/performance/noImgElement: pictures of the pages are served as they are
      <img
        src={`/api/guide/${String(src).replace(/^.*\//, '')}`}
        alt={alt ?? ''}
        className="w-full rounded-md border"
      />
    ),
    a: ({ href = '', children }) => {
      if (href.startsWith('#')) return <a href={href}>{children}</a>;
      const page = pageOf(href);
      return page === null ? (
        <em>{children}</em>
      ) : (
        <Link href={`/guide/${page}`} className="underline underline-offset-4">
          {children}
        </Link>
      );
    },
  };
}
