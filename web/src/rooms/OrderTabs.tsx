import { NavLink } from 'react-router';

/** What is in the order room: the order to cut in, and how the pieces are put together. */
export function OrderTabs({ id }: { id: string }) {
  return (
    <nav className="tabs" aria-label="Order">
      <NavLink to={`/job/${id}/order`} end>
        Cutting
      </NavLink>
      <NavLink to={`/job/${id}/order/assembly`}>Assembly</NavLink>
    </nav>
  );
}
