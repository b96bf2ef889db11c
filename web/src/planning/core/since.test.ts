import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Hearer, Teller } from './since.ts';

interface One {
  readonly id: string;
  readonly at: number;
}
const nameOf = ({ id }: One) => id;
const list = fc.uniqueArray(fc.record({ id: fc.constantFrom(...'abcdefgh'), at: fc.nat(2) }), {
  selector: (one) => one.id,
});

test('list after list is heard as it was told; what stayed is the same object and is not sent again', () => {
  fc.assert(
    fc.property(fc.array(list, { maxLength: 6 }), (lists) => {
      const [teller, hearer] = [new Teller(nameOf), new Hearer(nameOf)];
      let before: readonly One[] = [];
      for (const told of lists) {
        const since = structuredClone(teller.since(told));
        const heard = hearer.with(since);
        expect(heard).toEqual(told);
        for (const one of heard) {
          const old = before.find((b) => b.id === one.id);
          const stayed = old !== undefined && old.at === one.at;
          expect(heard.includes(old!)).toBe(stayed);
          expect(since.fresh.some((f) => f.id === one.id)).toBe(!stayed);
        }
        before = heard;
      }
    }),
  );
});
