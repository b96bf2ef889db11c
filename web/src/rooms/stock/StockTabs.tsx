import { NavLink } from 'react-router';

/** What is in the stock room: the parts, and the boards they are sawn out of. */
export function StockTabs({ id }: { id: string }) {
  return (
    <nav className="tabs" aria-label="Stock">
      <NavLink to={`/job/${id}/stock`} end>
        Parts
      </NavLink>
      <NavLink to={`/job/${id}/stock/boards`}>Boards and cut list</NavLink>
    </nav>
  );
}
