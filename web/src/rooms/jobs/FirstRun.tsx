import './jobs.css';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { starterShop, type FirstAnswers } from '@velk/core/shop';
import { sentenceOf, useCreateShopMutation } from '../../server/api.ts';
import { isRecord, readKept, writeKept } from '../../browser/storage.ts';

/** What was answered so far, kept over a reload. */
const KEY = 'velk-first-answers';
/** Whether the guard may come off is a rule of the place: nobody answers it in advance. */
type Answers = Omit<FirstAnswers, 'guardOff'> & { readonly guardOff: boolean | null };
const USUAL: Answers = { name: '', units: 'mm', size: 'full', guardOff: null };
const isAnswers = (value: unknown): value is Answers =>
  isRecord(value) &&
  typeof value['name'] === 'string' &&
  (value['units'] === 'mm' || value['units'] === 'in') &&
  (value['size'] === 'small' || value['size'] === 'full') &&
  [null, true, false].includes(value['guardOff'] as boolean | null);

const GUARD_ANSWERS = [
  { label: 'yes, with another in its place', guardOff: true },
  { label: 'no', guardOff: false },
] as const;

/** The first time: four questions, then a shop that can plan. */
export default function FirstRun() {
  const [answers, putAnswers] = useState(() => readKept(KEY, isAnswers) ?? USUAL);
  const setAnswers = (next: Answers) => {
    writeKept(KEY, next);
    putAnswers(next);
  };
  const [asked, setAsked] = useState(false);
  const [create, { error, isLoading }] = useCreateShopMutation();
  return (
    <main className="firstrun">
      <span className="brand">Velk</span>
      <h1>Four questions about your shop</h1>
      <p className="quiet">
        You get a usual chest of tools to plan with at once. Measure and type over whatever differs,
        later.
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const { name, guardOff } = answers;
          if (guardOff === null) setAsked(true);
          else void create(starterShop({ ...answers, guardOff, name: name.trim() || 'My shop' }));
        }}
      >
        <label>
          <span>
            What is it called? <span className="quiet">May stay empty.</span>
          </span>
          <span className="field">
            <input
              autoFocus
              aria-label="Name of the shop"
              maxLength={120}
              value={answers.name}
              onChange={(e) => setAnswers({ ...answers, name: e.target.value })}
            />
          </span>
        </label>
        <div>
          <span>What do you measure in?</span>
          <Segmented<FirstAnswers['units']>
            aria-label="Unit of the shop"
            value={answers.units}
            options={[
              { value: 'mm', label: 'millimetres' },
              { value: 'in', label: 'inches' },
            ]}
            onChange={(units) => setAnswers({ ...answers, units })}
          />
        </div>
        <div>
          <span>What stands in it?</span>
          <Segmented<FirstAnswers['size']>
            aria-label="Size of the shop"
            value={answers.size}
            options={[
              { value: 'small', label: 'router, bandsaw, table saw' },
              {
                value: 'full',
                label: 'those, and upright jig, mortiser, drill press, router table',
              },
            ]}
            onChange={(size) => setAnswers({ ...answers, size })}
          />
        </div>
        <div>
          <span>May the saw’s own guard come off, by the rules of the place?</span>
          <div role="radiogroup" aria-label="May the guard come off" className="answers">
            {GUARD_ANSWERS.map(({ label, guardOff }) => (
              <label key={label}>
                <input
                  type="radio"
                  name="guard"
                  checked={answers.guardOff === guardOff}
                  onChange={() => setAnswers({ ...answers, guardOff })}
                />{' '}
                {label}
              </label>
            ))}
          </div>
          {asked && answers.guardOff === null && (
            <p role="alert" className="wrong">
              ■ Say yes or no: the order of the cuts depends on it.
            </p>
          )}
        </div>
        {error && (
          <p className="note error" role="alert">
            {sentenceOf(error)}
          </p>
        )}
        <Button type="primary" htmlType="submit" loading={isLoading}>
          Start
        </Button>
      </form>
    </main>
  );
}
