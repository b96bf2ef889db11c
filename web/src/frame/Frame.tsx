import { memo, useCallback, useEffect, useState, type ReactNode } from 'react';
import { mergedJobs } from '@velk/core/exchange';
import { Link, useLocation } from 'react-router';
import { benchActions } from '../keeping/bench.ts';
import { takeVersion } from './installing.ts';
import { SaveTrouble } from '../keeping/SaveTrouble.tsx';
import { useAppDispatch, useAppSelector } from '../store.ts';
import { isIn, SHARED_ROOMS, STAGES } from './places.ts';
import { StoryStick } from './StoryStick.tsx';
import { useEscape } from './useEscape.ts';
import { useKeys } from './useKeys.ts';
import { usePrint } from '../browser/usePrint.ts';
import { useTheme } from './useTheme.ts';
import { useWorkedOn } from './useWorkedOn.ts';
import { shortcutsSwitched, themeChosen, unitsSwitched } from './view.ts';
import { useStyle } from '../keeping/useUnits.ts';

/** What stands round every screen: name, story stick, tools; the list on the left; the work. */
export function Frame({
  job,
  title,
  room,
  aside,
  children,
}: {
  job: string | null;
  title: string;
  /** What the room is called, where no other job shares it. */
  room?: string | undefined;
  aside: ReactNode;
  children: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const style = useStyle();
  const theme = useTheme();
  usePrint();
  const bench = useAppSelector((s) => s.bench);
  const newer = useAppSelector((s) => s.view.newer);
  const [help, setHelp] = useState(false);
  const { pathname } = useLocation();
  const called = room ?? SHARED_ROOMS.find(({ path }) => isIn(path, pathname))?.title;
  useEffect(() => {
    window.scrollTo(0, 0);
    const chosen = document.querySelector(
      '.aside :is([aria-current="true"], [aria-current="page"])',
    );
    chosen?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
  const worked = useWorkedOn(job);
  useKeys(
    job,
    worked,
    useCallback(() => setHelp((shown) => !shown), []),
  );
  return (
    <div className="frame">
      <title>{[...new Set([called, title, 'Velk'])].filter(Boolean).join(' · ')}</title>
      <a className="skip" href="#work">
        To the work
      </a>
      <header>
        <div>
          <Link className="brand" to="/">
            Velk
          </Link>
          <span className="jobname">{title}</span>
        </div>
        {job ? <StoryStick job={job} /> : <OutsideNav />}
        <div className="tools">
          {newer && (
            <button className="link" onClick={takeVersion}>
              Take the newer Velk
            </button>
          )}
          {worked && (
            <>
              <button
                className="link"
                disabled={worked.kept.past.length === 0}
                onClick={worked.undo}
              >
                Undo
              </button>
              <button
                className="link"
                disabled={worked.kept.future.length === 0}
                onClick={worked.redo}
              >
                Redo
              </button>
            </>
          )}
          <button
            className="link"
            onClick={() => dispatch(unitsSwitched())}
            aria-label={`Show ${style.system === 'mm' ? 'inches' : 'millimetres'}`}
          >
            {style.system === 'mm' ? 'mm → in' : 'in → mm'}
          </button>
          <button
            className="link"
            onClick={() => dispatch(themeChosen(theme === 'light' ? 'dark' : 'light'))}
          >
            {theme === 'light' ? 'Dark' : 'Light'}
          </button>
          <button className="link forkeys" onClick={() => setHelp(!help)} aria-expanded={help}>
            Keys
          </button>
          {job && <LateWord />}
          {job && <SaveWord />}
        </div>
      </header>
      {job && (
        <SaveTrouble
          what="This job"
          kept={bench}
          merge={mergedJobs}
          actions={benchActions}
          className="banner"
        />
      )}
      <aside className="aside">
        {job && <PlacesNav />}
        {aside}
      </aside>
      <main id="work" tabIndex={-1}>
        {children}
      </main>
      {help && <Keys onClose={() => setHelp(false)} />}
    </div>
  );
}

/** From a job to what every job shares; the job stays open meanwhile. */
const PlacesNav = memo(function PlacesNav() {
  return (
    <nav aria-label="Places" className="places">
      {SHARED_ROOMS.map(
        (place) =>
          'short' in place && (
            <Link key={place.path} to={place.path}>
              {place.short}
            </Link>
          ),
      )}
    </nav>
  );
});

function OutsideNav() {
  const { pathname } = useLocation();
  const { id, now } = useAppSelector((s) => s.bench);
  return (
    <nav aria-label="Places" className="placelinks">
      {SHARED_ROOMS.map(({ path, title }) => (
        <Link
          key={path}
          to={path}
          aria-current={isIn(path, pathname) ? 'page' : undefined}
          style={isIn(path, pathname) ? { color: 'var(--ink)', fontWeight: 600 } : {}}
        >
          {title}
        </Link>
      ))}
      {id && now && pathname !== '/' && <Link to={`/job/${id}/stock`}>Back to {now.name}</Link>}
    </nav>
  );
}

const WORDS = {
  saved: 'Saved',
  unsaved: 'Saving…',
  saving: 'Saving…',
  waiting: '■ Not saved yet',
  conflict: '■ Saved elsewhere',
  refused: '■ Can’t be saved',
};

/** That what is shown is of before the last change. */
function LateWord() {
  const isShown = useAppSelector(({ plans }) => plans.late && plans.plan !== null);
  return isShown && <span className="save">Planning anew…</span>;
}

function SaveWord() {
  const { save, with: by } = useAppSelector((s) => s.bench);
  return (
    <span
      className={`save ${['waiting', 'conflict', 'refused'].includes(save) ? 'bad' : ''}`}
      role="status"
    >
      {WORDS[save]}
      {by && !['conflict', 'refused'].includes(save) ? `, with what ${by} changed` : ''}
    </span>
  );
}

function Keys({ onClose }: { onClose: () => void }) {
  useEscape(onClose);
  const dispatch = useAppDispatch();
  const on = useAppSelector((s) => s.view.shortcuts);
  const rows = [
    [`1 … ${STAGES.length}`, `${STAGES[0].title} to ${STAGES.at(-1)!.title}`],
    ['u', 'the other unit'],
    ['Enter', 'next dimension'],
    ['↑ ↓', 'nudge a dimension by one step'],
    ['p, a, n', 'on the joint sheet: take the first proposal, all of them, none'],
    ['↑ ↓, Home, End', 'from one to the next in a list of tools, joints or cards'],
    ['Alt ↑ ↓', 'to the part above or below in the table of parts, from minutes to minutes'],
    ['Esc', 'drop what was typed in a field; then leave it; close what is open'],
    ['F6', 'to the margin beside the work, and back'],
    ['Ctrl Z', 'undo; with Shift, redo'],
    ['/', 'quick figures'],
    ['?', 'these keys'],
  ];
  return (
    <section className="keys" aria-label="Keys">
      <h2>Keys</h2>
      <dl>
        {rows.map(([key, what]) => (
          <FragmentRow key={key} name={key!} what={what!} />
        ))}
      </dl>
      <label>
        <input type="checkbox" checked={on} onChange={() => dispatch(shortcutsSwitched())} /> Single
        keys on
      </label>{' '}
      <Link to="/guide">The guide</Link>{' '}
      <button className="link" onClick={onClose}>
        Close
      </button>
    </section>
  );
}

function FragmentRow({ name, what }: { name: string; what: string }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{what}</dd>
    </>
  );
}
