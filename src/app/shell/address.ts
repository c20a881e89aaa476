/** What a view has in the address, so that it survives a reload and a change of view. */
import { useNavigate } from "react-router";

/**
 * Returns a function that changes the parameters of the address in place. It starts from the address as it is, and stays at
 * its path: another view may have been asked for that is not drawn yet.
 */
export function useAddress(): (change: (params: URLSearchParams) => void) => void {
  const navigate = useNavigate();
  return (change) => {
    const { pathname, search } = location;
    const params = new URLSearchParams(search);
    change(params);
    if (`${params}` !== `${new URLSearchParams(search)}`)
      navigate({ pathname, search: `${params}` }, { replace: true });
  };
}
