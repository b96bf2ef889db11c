import './quick.css';
import { useEffect, useId, useMemo, useRef, useState } from 'react';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { formatLength, speak, type LengthStyle } from '@velk/core/ground';
import {
  QUICK_FIGURES,
  type Answer,
  type Ask,
  type Found,
  type QuickFigure,
} from '@velk/core/quick';
import type { Shop } from '@velk/core/shop';
import { useSought } from '../../frame/useSought.ts';
import { useJobQuery, useJobsQuery, useShopQuery } from '../../server/api.ts';
import { Frame } from '../../frame/Frame.tsx';
import { Opening } from '../../frame/Opening.tsx';
import { useAppSelector } from '../../store.ts';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { SketchDrawing } from '../../drawings/SketchDrawing.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { readAll, startText, type Read } from './asked.ts';
import { FieldError } from '../../widgets/FieldError.tsx';
import { Choice } from '../../widgets/Choice.tsx';

/** One question, one answer, no job. The question is in the address. */
export default function QuickRoom() {
  const { question } = useParams();
  const { data } = useShopQuery();
  const chosen = QUICK_FIGURES.find((q) => q.id === question);
  return (
    <Frame job={null} title="Quick figures" aside={chosen && <Questions chosen={chosen.id} />}>
      {!data ? (
        <Opening />
      ) : chosen ? (
        <Question key={chosen.id} figure={chosen} shop={data.shop} />
      ) : (
        <Finder />
      )}
    </Frame>
  );
}

function Questions({ chosen }: { chosen: string }) {
  const list = useRef<HTMLElement>(null);
  const oneStop = useOneStop(list, { items: 'a' });
  return (
    <nav ref={list} {...oneStop} aria-label="Questions">
      {QUICK_FIGURES.map((q) => (
        <Link
          key={q.id}
          className="jointlink plain"
          aria-current={q.id === chosen ? 'true' : undefined}
          to={`/quick/${q.id}`}
        >
          {q.title}
        </Link>
      ))}
    </nav>
  );
}

/** Type a word or two, Enter opens the first. */
function Finder() {
  const navigate = useNavigate();
  const [words, setWords] = useSought();
  const wanted = words.trim().toLowerCase();
  const shown = QUICK_FIGURES.filter((q) =>
    `${q.title} ${q.question}`.toLowerCase().includes(wanted),
  );
  return (
    <div className="sheet">
      <h1>What do you need to know?</h1>
      <span className="field sought">
        <input
          autoFocus
          aria-label="Find a quick figure"
          placeholder="such as stops, bushing, turns"
          className="written-large"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && shown[0]) void navigate(`/quick/${shown[0].id}`);
            else if (e.key === 'Escape') void navigate(-1);
          }}
        />
      </span>
      {shown.length === 0 && <p className="quiet">No quick figure speaks of that.</p>}
      <div className="rows prose">
        {shown.map((q) => (
          <Link key={q.id} to={`/quick/${q.id}`} className="row quickrow">
            <strong>{q.title}</strong>
            <span>{q.question}</span>
          </Link>
        ))}
      </div>
    </div>
  );
}

/**
 * What is typed, and the address that holds the whole of it, so that it can be shared as it stands.
 * The address follows the typing a moment later; an address that comes from elsewhere replaces what
 * is typed.
 */
function useAddress(
  asks: readonly Ask[],
  style: LengthStyle,
): [Record<string, string>, (id: string, text: string) => void] {
  const [params, setParams] = useSearchParams();
  const { pathname } = useLocation();
  const address = params.toString();
  const [typed, setTyped] = useState<Record<string, string>>({});
  /** Addresses written from here: the one shown may still be behind the typing. */
  const [written] = useState(() => new Set<string>());
  const own = written.has(address);
  const texts = Object.fromEntries(
    asks.map((ask) => [
      ask.id,
      (own ? typed[ask.id] : undefined) ?? params.get(ask.id) ?? startText(ask, style),
    ]),
  );
  const whole = asks.every((ask) => params.has(ask.id));
  useEffect(() => {
    /** One who is already on the way to another room isn't called back. */
    const isLeaving = window.location.pathname !== pathname;
    if (!whole && !isLeaving) setParams(texts, { replace: true });
  });
  const put = (id: string, text: string) => {
    const next = { ...texts, [id]: text };
    written.add(address).add(new URLSearchParams(next).toString());
    setTyped(next);
    setParams(next, { replace: true });
  };
  return [texts, put];
}

function Question({ figure, shop }: { figure: QuickFigure; shop: Shop }) {
  const style = useStyle();
  const asks = useMemo(() => figure.asks(shop), [figure, shop]);
  const [texts, put] = useAddress(asks, style);
  const { read, given } = readAll(asks, texts, style);
  const answered = given && figure.answer(given, shop);
  const clash = answered && !answered.ok ? answered.clash : null;
  return (
    <div className="sheet quick">
      <h1>{figure.question}</h1>
      <div className="asks">
        {asks.map((ask, i) => (
          <AskField
            key={ask.id}
            ask={ask}
            first={i === 0}
            text={texts[ask.id]!}
            read={read[ask.id]!}
            clash={clash?.ask === ask.id ? speak(clash.message, style) : undefined}
            onChange={(value) => put(ask.id, value)}
          />
        ))}
      </div>
      {answered?.ok ? (
        <AnswerShown answer={answered.answer} style={style} title={figure.title} />
      ) : (
        <p className="quiet none-yet">
          No answer yet:{' '}
          {clash ? speak(clash.message, style) : 'one of the fields above can’t be read.'}
        </p>
      )}
    </div>
  );
}

function AskField({
  ask,
  first,
  text,
  read,
  clash,
  onChange,
}: {
  ask: Ask;
  first: boolean;
  text: string;
  read: Read;
  clash: string | undefined;
  onChange: (text: string) => void;
}) {
  const id = useId();
  const message = read.ok ? clash : read.message;
  if (ask.type === 'choice')
    return (
      <label>
        <span className="quiet">{ask.label}</span>
        <Choice
          label={ask.label}
          value={text}
          options={Object.entries(ask.options).map(([value, label]) => ({ value, label }))}
          onChange={onChange}
        />
      </label>
    );
  const wide = ask.type === 'lengths' || ask.type === 'sum';
  return (
    <label>
      <span className="quiet">{ask.label}</span>
      <span className={wide ? 'field broad' : 'field narrow'}>
        <input
          autoFocus={first}
          aria-label={ask.label}
          aria-invalid={message !== undefined}
          aria-describedby={message ? id : undefined}
          value={text}
          spellCheck={false}
          autoComplete="off"
          onFocus={(e) => e.target.select()}
          onChange={(e) => onChange(e.target.value)}
        />
        <FieldError id={id} message={message} />
      </span>
    </label>
  );
}

function AnswerShown({
  answer,
  style,
  title,
}: {
  answer: Answer;
  style: LengthStyle;
  title: string;
}) {
  return (
    <div className="answer">
      <div>
        <div role="status" aria-label="Answer">
          <dl>
            {answer.found.map((f, i) => (
              <div key={f.name} className={i === 0 ? 'first' : ''}>
                <dt>{f.name}</dt>
                <dd>
                  <Figure found={f} style={style} />
                  {f.words && (
                    <small>
                      <Spoken sentence={f.words} style={style} />
                    </small>
                  )}
                </dd>
              </div>
            ))}
          </dl>
        </div>
        <h2 className="later">Working</h2>
        <ul className="reminders">
          {answer.working.map((sentence, i) => (
            <li key={i}>
              <Spoken sentence={sentence} style={style} />
            </li>
          ))}
        </ul>
        <UseInJoint answer={answer} style={style} />
      </div>
      <SketchDrawing sketch={answer.sketch} style={style} label={`${title}, drawn to scale`} />
    </div>
  );
}

function Figure({ found, style }: { found: Found; style: LengthStyle }) {
  if (found.unit === 'length') return <Length value={found.value} style={style} />;
  const text =
    found.unit === 'rpm' ? String(found.value) : found.value.toFixed(2).replace(/\.?0+$/, '');
  const written = text.replace('.', style.decimal);
  return found.unit === 'times' ? (
    <span>{written}</span>
  ) : (
    <span>{`${written} ${found.unit}`}</span>
  );
}

/**
 * Takes the answer to a joint of a job: its sheet opens with the dimension offered, nothing is
 * changed unasked.
 */
function UseInJoint({ answer, style }: { answer: Answer; style: LengthStyle }) {
  const navigate = useNavigate();
  const { data: jobs } = useJobsQuery();
  const open = useAppSelector((s) => s.bench.id);
  const picked = useAppSelector((s) => s.view.joint);
  const [job, setJob] = useState<string | null>(null);
  const jobId =
    job ?? (jobs?.some((j) => j.id === open) ? open : jobs?.find((j) => j.joints > 0)?.id) ?? null;
  const { data: stored } = useJobQuery(jobId!, { skip: !jobId });
  const joints = stored?.job.joints ?? [];
  const [joint, setJoint] = useState<string | null>(null);
  const jointId =
    [joint, picked, joints[0]?.id].find((id) => joints.some((j) => j.id === id)) ?? null;
  if (!jobs?.length) return null;
  const go = (dimension: string, value: number) =>
    void navigate(
      `/job/${jobId}/joints?${new URLSearchParams({ joint: jointId!, dimension, value: `${value} mm` }).toString()}`,
    );
  return (
    <>
      <h2 className="later">Use in a joint</h2>
      <div className="usein">
        <Choice
          label="Job"
          value={jobId}
          options={jobs.map((j) => ({ value: j.id, label: j.name }))}
          onChange={(id) => {
            setJob(id);
            setJoint(null);
          }}
        />
        <Choice
          label="Joint"
          value={jointId}
          placeholder="no joint yet"
          options={joints.map((j) => ({ value: j.id, label: j.name }))}
          onChange={setJoint}
        />
        {jointId &&
          answer.uses.map((use) => (
            <button
              key={use.dimension}
              className="link"
              onClick={() => go(use.dimension, use.value)}
            >
              as {use.name}, {formatLength(use.value, style)}
            </button>
          ))}
      </div>
    </>
  );
}
