import './jobs.css';
import type { Sketch } from '@velk/core/day';
import { Sketches } from '../../drawings/Sketches.tsx';
import type { JobDeeds, Start } from './useJobDeeds.ts';

const box = (x: number, y: number, width: number, height: number): Sketch['outlines'][number] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];

/** What a job is begun with, drawn as it might become. */
const STARTS: readonly { start: Start; title: string; sketch: Sketch['outlines'] }[] = [
  {
    start: 'frame',
    title: 'A frame',
    sketch: [box(10, 0, 50, 11), box(10, 79, 50, 16), box(0, 0, 10, 95), box(60, 0, 10, 95)],
  },
  {
    start: 'base',
    title: 'A table base',
    sketch: [box(10, 6, 110, 18), box(0, 0, 11, 95), box(119, 0, 11, 95)],
  },
  { start: 'joint', title: 'One joint', sketch: [box(14, 36, 80, 22), box(0, 0, 16, 95)] },
];

/** Three ways to begin a job, each with usual sizes to type over. */
export function Starts({ units, deeds }: { units: 'mm' | 'in'; deeds: JobDeeds }) {
  return (
    <section className="starts" aria-label="Begin with">
      {STARTS.map(({ start, title, sketch }) => (
        <button key={start} onClick={() => void deeds.begin(units, start)}>
          <Sketches tall={76} sketches={[{ count: 1, outlines: sketch }]} />
          {title}
        </button>
      ))}
      <p className="quiet">or drop a job file here</p>
    </section>
  );
}
