import { Suspense, useEffect } from 'react';
import { matchRoutes, useLocation, useRoutes } from 'react-router';
import { PageFault } from './page-fault.tsx';
import { fetchPage, routes } from './routes.tsx';

/** The place that the address names. A page that has to be fetched comes when it is there: until then the one before it stays. */
export function Rooms() {
  const location = useLocation();
  useEffect(() => matchRoutes(routes, location)?.forEach(({ route }) => fetchPage(route)), [location]);
  const place = useRoutes(routes);
  return (
    <PageFault place={location.key}>
      <Suspense fallback={null}>{place}</Suspense>
    </PageFault>
  );
}
