import { NavLink } from 'react-router';

/**
 * What is in the order room: work on the parts, the order to cut their joints in, and how they are
 * put together.
 */
export function OrderTabs({ id }: { id: string }) {
  return (
    <nav className="tabs" aria-label="Order">
      <NavLink to={`/job/${id}/order/parts`}>Before and after</NavLink>
      <NavLink to={`/job/${id}/order`} end>
        Cutting
      </NavLink>
      <NavLink to={`/job/${id}/order/assembly`}>Assembly</NavLink>
    </nav>
  );
}
