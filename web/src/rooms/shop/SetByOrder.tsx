import { Select } from 'antd';
import { SET_BY, SET_BY_IDS, type SetById, type Shop } from '@velk/core/shop';

interface SetByOrderProps {
  readonly setBy: readonly SetById[];
  readonly put: (change: Pick<Shop, 'setBy'>) => void;
}

/** What lengths are set by before anything else, in the order it was picked. */
export function SetByOrder({ setBy, put }: SetByOrderProps) {
  return (
    <label>
      <span className="quiet">Lengths are set by, in this order</span>
      <Select<SetById[]>
        mode="multiple"
        optionFilterProp="label"
        className="setby"
        aria-label="Lengths are set by, in this order"
        placeholder="Whatever comes closest"
        value={[...setBy]}
        options={SET_BY_IDS.map((value) => ({ value, label: SET_BY[value] }))}
        tagRender={({ label, value }) => (
          <span className="inorder">
            {setBy.indexOf(value as SetById) + 1} {label}
          </span>
        )}
        onChange={(order) => put({ setBy: order })}
      />
    </label>
  );
}
