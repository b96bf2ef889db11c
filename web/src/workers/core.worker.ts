import {
  assemblyPlan,
  cutList,
  fingerprint,
  kindOf,
  learnedFrom,
  leastMinutes,
  orderSearch,
  pairOf,
  planToProve,
  proposalsOf,
  proveShape,
  readingsOf,
  rescuesOf,
  setupsOf,
  sizesAsked,
  Remembered,
  RememberedProofs,
  shapesInJoints,
  shapingOf,
  waysOf,
  type Job,
  type JointDraft,
  type PlanToProve,
  type Shop,
} from '@velk/core';
import { nameOfCard, nameOfJoint, type Question } from './asking.ts';
import { keptProofs } from './keptProofs.ts';
import { proveInTurn } from './proving.ts';
import { Teller } from './since.ts';

/** As many as the joints of a large job, so that none of them is worked out again while another is changed. */
const MANY = 1000;
const drafts = new Remembered<JointDraft>(MANY);
const remembered = new RememberedProofs(MANY);
/** The plan that was asked about last: what is asked of it beside its proofs plans nothing anew. */
let known: PlanToProve | null = null;
const joints = new Teller(nameOfJoint);
const cards = new Teller(nameOfCard);

/** The solid modeller is fetched only where something is cut. */
const modeller = () => import('./modeller.ts').then((module) => module.modeller);

const solver = () => import('./solver.ts').then((module) => module.solver);

/** A search says so often how far it is, ms, and looks at the clock after so many moves. */
const TELL_EVERY = 150;
const CHUNK = 1000;

/** The newest question of proofs or of a search, and the joint that is looked at: a newer one counts at once. */
const newest: { id: number; first: string | null } = { id: 0, first: null };

function planned(job: Job, shop: Shop): PlanToProve {
  const { stamp } = known?.plan ?? {};
  const isSame = stamp?.job === fingerprint(job) && stamp.shop === fingerprint(shop);
  return isSame ? known! : (known = planToProve(job, shop, drafts));
}

/** Everything that is reckoned, in one place: figures and order, ways, proofs, solids. None of it on the page. */
async function answer(question: Question): Promise<object | undefined> {
  switch (question.ask) {
    case 'plan': {
      const { basis: _, ...plan } = planToProve(question.job, question.shop, drafts).plan;
      return {
        plan: { ...plan, joints: joints.since(plan.joints), cards: cards.since(plan.cards) },
      };
    }
    case 'ways':
      return { ways: waysOf(question.joint, question.job, question.shop) };
    case 'proposals':
      return { proposals: proposalsOf(question.joint, question.job, question.shop, drafts) };
    case 'readings': {
      const { plan } = planned(question.job, question.shop);
      const cut = await modeller();
      const ids = new Set(question.cards.split('\n'));
      const wanted = plan.cards.filter(({ id }) => ids.has(id));
      return {
        readings: Object.fromEntries(wanted.map((card) => [card.id, readingsOf(cut, card, plan)])),
      };
    }
    case 'rescues': {
      const { plan } = planned(question.job, question.shop);
      const { mishap, done } = question;
      const cut = await modeller();
      const setup = setupsOf(plan).find(({ id }) => id === mishap.setup);
      return {
        sizes: setup ? sizesAsked(cut, plan, setup) : [],
        rescues: rescuesOf(plan, { done }, mishap, cut),
      };
    }
    case 'learned': {
      const { job, shop, holds, today } = question;
      return { learned: learnedFrom(await modeller(), planned(job, shop).plan, holds, today) };
    }
    case 'least':
      return { least: leastMinutes(question.job, question.shop, await solver(), drafts) };
    case 'search': {
      const { id, job, shop, ...how } = question;
      newest.id = id;
      const search = orderSearch(job, shop, how, drafts);
      for (let done = !search; !done;) {
        const told = performance.now();
        while (performance.now() - told < TELL_EVERY) search!.advance(CHUNK);
        const best = search!.best();
        self.postMessage({ ask: 'search', id, best });
        /** Here a stop is heard. */
        await new Promise((resolve) => setTimeout(resolve));
        done = newest.id !== id || best.tried >= how.moves;
      }
      return undefined;
    }
    case 'shapes': {
      const { job, shop } = question;
      const cut = await modeller();
      const sound = shapingOf(job, shop)
        .filter(({ problems }) => !problems.length)
        .flatMap((own) => own.shapes);
      const partOf = (id: string) => job.parts.find((own) => own.id === id)!;
      const proofs = Object.fromEntries(
        sound.map((shape) => [shape.id, proveShape(cut, shape, partOf(shape.part), shop)]),
      );
      return { proofs, inJoints: shapesInJoints(cut, job, shop) };
    }
    case 'cutList': {
      const { job, shop } = question;
      const list = cutList(job, shop);
      /** The solver is fetched only where it could find better. */
      return { list: list.volume > list.least + 1 ? cutList(job, shop, await solver()) : list };
    }
    case 'assembly': {
      const unsound = new Set(question.unsound.split('\n'));
      return {
        plan: assemblyPlan(
          await modeller(),
          question.job,
          question.shop,
          (joint) => !unsound.has(joint),
        ),
      };
    }
    case 'pair':
      return {
        pair: pairOf(await modeller(), kindOf(question.kind), question.params, question.members),
      };
    case 'look':
      newest.first = question.first;
      return undefined;
    case 'stop':
      newest.id = question.id;
      return undefined;
    case 'prove': {
      const { id, job, shop, by } = question;
      newest.first = question.first;
      newest.id = id;
      await proveInTurn(planned(job, shop), { modeller, kept: keptProofs(by) }, remembered, {
        first: () => newest.first,
        wanted: () => newest.id === id,
        tell: (proofs) => self.postMessage({ ask: 'prove', id, proofs }),
      });
      return undefined;
    }
  }
}

self.onmessage = ({ data }: MessageEvent<Question>) => {
  const { ask, id } = data;
  void answer(data)
    .catch((error: unknown) => ({ error: String(error) }))
    .then((found) => found && self.postMessage({ ask, id, ...found }));
};
