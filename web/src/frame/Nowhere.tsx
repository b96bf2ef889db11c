import { Link, useLocation } from 'react-router';
import { Frame } from './Frame.tsx';

/** An address that leads nowhere says so, with the way back. */
export function Nowhere() {
  return (
    <Frame job={null} title="" aside={null}>
      <NoRoom />
    </Frame>
  );
}

/** The same inside a job, whose stages stay in reach. */
export function NoRoom() {
  const { pathname } = useLocation();
  return (
    <div className="sheet">
      <h1>There is nothing at this address</h1>
      <p className="prose amid">
        {pathname} is no room of Velk. It may have been cut short when it was copied.
      </p>
      <Link to="/">To the jobs</Link>
    </div>
  );
}
