import { useMutation } from '@tanstack/react-query';
import { call, left } from '../data/index.js';

/** Signs out whoever is at this screen. */
export function useSignOut(): () => void {
  const { mutate } = useMutation({ mutationFn: () => call('signOut'), onSuccess: left });
  return () => {
    mutate();
  };
}
