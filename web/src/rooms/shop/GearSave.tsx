import { mergedShops } from '@velk/core/exchange';
import { gearActions } from '../../keeping/gear.ts';
import { SaveTrouble } from '../../keeping/SaveTrouble.tsx';
import { useAppSelector } from '../../store.ts';

/** How far the shop is saved, and what to do where it can't be. */
export function GearSave() {
  const kept = useAppSelector((s) => s.gear);
  if (kept.save === 'conflict' || kept.message)
    return (
      <SaveTrouble
        what="The shop"
        kept={kept}
        merge={mergedShops}
        actions={gearActions}
        className="note error"
      />
    );
  return (
    <span className="save" role="status">
      {kept.save === 'saved' ? 'Saved' : 'Saving…'}
    </span>
  );
}
