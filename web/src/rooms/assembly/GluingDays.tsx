import { type Assembly, glueDays } from '@velk/core/day';
import { type Job, USUAL_WORKING } from '@velk/core/design';
import { pluralOf } from '@velk/core/ground';
import type { Shop } from '@velk/core/shop';
import { dayName } from '../../browser/days.ts';
import { WorkingDays } from '../../widgets/WorkingDays.tsx';
import { inTime } from '../../widgets/minutes.ts';

/** The glue-ups of the whole job on working days. */
export function Days({
  assemblies,
  job,
  shop,
}: {
  assemblies: readonly Assembly[];
  job: Job;
  shop: Shop;
}) {
  const working = job.working ?? USUAL_WORKING;
  const days = glueDays(assemblies, shop, working.hours * 60);
  const own = (id: string) => assemblies.find((assembly) => assembly.id === id)!;
  return (
    <>
      <h2 className="later">Gluing up, day by day</h2>
      <WorkingDays job={job} />
      <table className="sizes">
        <tbody>
          {days.map(({ lots, minutes }, i) => (
            <tr key={i}>
              <td className="nowrap aloft">{dayName(i, working.from)}</td>
              <td>
                {lots.map(({ assembly, stage, glueUp, count }) => {
                  const { title, glueUps } = own(assembly).stages[stage]!;
                  return (
                    <div key={`${assembly} ${stage} ${glueUp}`}>
                      {pluralOf(count, 'once', `${count} times`)}: {title}
                      {glueUps.length > 1 && `, glue-up ${glueUp + 1}`}
                    </div>
                  );
                })}
              </td>
              <td className="nowrap to-right aloft">{inTime(minutes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">One person; what is clamped stays so over night where the day ends.</p>
    </>
  );
}
