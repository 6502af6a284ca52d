import { useEffect, useState } from 'react';

/** False in the page as the server sent it, true once it hears keys. Goes into `data-awake`. */
export function useAwake(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => setAwake(true), []);
  return awake;
}
