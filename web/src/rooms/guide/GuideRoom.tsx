import './guide.css';
import type { ComponentProps } from 'react';
import Markdown from 'react-markdown';
import { Link } from 'react-router';
import guide from '../../../../docs/guide.md?raw';
import { Frame } from '../../frame/Frame.tsx';

const slug = (heading: string): string => heading.toLowerCase().replace(/[^a-z]+/g, '-');
const chapters = [...guide.matchAll(/^## (.+)$/gm)].map(([, heading]) => heading!);

/** A link of the guide leads within it; to other papers of the project there is none from here. */
const A = ({ children }: ComponentProps<'a'>) => <em>{children}</em>;
const H2 = ({ children }: ComponentProps<'h2'>) => (
  <h2 id={typeof children === 'string' ? slug(children) : undefined} tabIndex={-1}>
    {children}
  </h2>
);

/** The user guide, as it is in the project. */
export default function GuideRoom() {
  return (
    <Frame
      job={null}
      title=""
      aside={
        <nav aria-label="Chapters" className="chapters">
          {chapters.map((heading) => (
            <a key={heading} href={`#${slug(heading)}`}>
              {heading}
            </a>
          ))}
        </nav>
      }
    >
      <article className="sheet guide">
        <Markdown components={{ a: A, h2: H2 }}>{guide}</Markdown>
        <p>
          <Link to="/">To the jobs</Link> ·{' '}
          <a href="/licences.md">Licences of what Velk is made with</a>
        </p>
      </article>
    </Frame>
  );
}
