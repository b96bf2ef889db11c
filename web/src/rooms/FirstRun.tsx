import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { starterShop, type FirstAnswers } from '@velk/core';
import { sentenceOf, useCreateShopMutation } from '../app/api.ts';
import { isRecord, readKept, writeKept } from '../app/storage.ts';

/** What was answered so far, kept over a reload. */
const KEY = 'velk-first-answers';
const USUAL: FirstAnswers = { name: '', units: 'mm', size: 'full', guardOff: true };
const isAnswers = (value: unknown): value is FirstAnswers =>
  isRecord(value) &&
  typeof value['name'] === 'string' &&
  (value['units'] === 'mm' || value['units'] === 'in') &&
  (value['size'] === 'small' || value['size'] === 'full') &&
  typeof value['guardOff'] === 'boolean';

/** The first time: four questions, then a shop that can plan. */
export default function FirstRun() {
  const [answers, putAnswers] = useState(() => readKept(KEY, isAnswers) ?? USUAL);
  const setAnswers = (next: FirstAnswers) => {
    writeKept(KEY, next);
    putAnswers(next);
  };
  const [create, { error, isLoading }] = useCreateShopMutation();
  return (
    <main className="firstrun">
      <span className="brand">Velk</span>
      <h1>Four questions about your shop</h1>
      <p className="quiet">
        You get a usual chest of tools to plan with at once. Measure and type over whatever differs, later.
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void create(starterShop({ ...answers, name: answers.name.trim() || 'My shop' }));
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
              { value: 'full', label: 'those, and upright jig, mortiser, drill press, router table' },
            ]}
            onChange={(size) => setAnswers({ ...answers, size })}
          />
        </div>
        <div>
          <span>May the saw’s own guard come off, by the rules of the place?</span>
          <Segmented
            aria-label="May the guard come off"
            value={answers.guardOff ? 'yes' : 'no'}
            options={[
              { value: 'yes', label: 'yes, with another in its place' },
              { value: 'no', label: 'no' },
            ]}
            onChange={(v) => setAnswers({ ...answers, guardOff: v === 'yes' })}
          />
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
