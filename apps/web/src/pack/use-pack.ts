import { useMutation, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { bagOf, mayPack, pieceName, scan, type BagKey, type PackEvent, type PackPiece } from '@kanga/core/pack';
import { under } from '@kanga/contract/route';
import { call, ORDERS_KEY, packQuery, problemFrom, queryClient, serverNow, useOperator } from '../data/index.js';

/** What the table last said: that something went in or out, or why not. */
export interface Said {
  good: boolean;
  title: string;
  remedy: string;
}

/** What is packed together, and putting it into its bags. */
export function usePack(of: 'order' | 'job', id: string) {
  const query = packQuery(of, id);
  const { data: file } = useSuspenseQuery(query);
  const by = useOperator();
  const [said, setSaid] = useState<Said | null>(null);
  const [last, setLast] = useState<PackEvent[]>([]);
  const change = useMutation({
    mutationFn: (events: PackEvent[]) =>
      call(of === 'order' ? 'packIntoOrder' : 'packIntoJob', { id, body: { events } }),
    onSuccess: (fresh) => {
      queryClient.setQueryData(query.queryKey, fresh);
      void queryClient.invalidateQueries({ queryKey: ORDERS_KEY });
    },
    onError: (error) => {
      const { title, remedy } = problemFrom(error);
      setSaid({ good: false, title, remedy });
      void queryClient.invalidateQueries({ queryKey: query.queryKey });
    },
  });
  const move = (
    pieces: readonly PackPiece[],
    kind: PackEvent['kind'],
    bag: (piece: PackPiece) => string,
    title: string,
  ) => {
    const events = pieces.map((piece): PackEvent => ({
      id: crypto.randomUUID(),
      jobId: piece.jobId,
      piece: piece.piece,
      kind,
      bag: bag(piece),
      by,
    }));
    if (events.length === 0) return;
    change.mutate(events, {
      onSuccess: () => {
        setSaid({ good: true, title, remedy: '' });
        setLast(kind === 'in' ? events : []);
      },
    });
  };
  const into = (piece: PackPiece, key: BagKey) => {
    const bag = bagOf(piece, key);
    move([piece], 'in', () => bag, `${pieceName(piece)} in${bag === '' ? '' : `: ${bag}`}`);
  };
  return {
    of,
    id,
    file,
    said,
    busy: change.isPending,
    canUndo: last.length > 0,
    /** A label that was shown, or a number that was typed. */
    show: (text: string, key: BagKey) => {
      const answer = scan(text, file.pieces, {
        now: serverNow(),
        origin: `${window.location.origin}${under('')}`,
        title: file.title,
      });
      if (answer.ok) into(answer.piece, key);
      else setSaid({ good: false, title: answer.title, remedy: answer.remedy });
    },
    /** A piece that was touched: in, or out again. */
    touch: (piece: PackPiece, key: BagKey) => {
      if (piece.bag === null) {
        const answer = mayPack(piece, serverNow());
        if (answer.ok) into(piece, key);
        else setSaid({ good: false, title: answer.title, remedy: answer.remedy });
      } else move([piece], 'out', () => piece.bag ?? '', `${pieceName(piece)} is out again`);
    },
    /** All of these at once. */
    all: (pieces: readonly PackPiece[], key: BagKey) => {
      move(pieces, 'in', (piece) => bagOf(piece, key), `${pieces.length} in`);
    },
    undo: () => {
      const pieces = last.flatMap(({ jobId, piece }) =>
        file.pieces.filter((one) => one.jobId === jobId && one.piece === piece && one.bag !== null),
      );
      move(pieces, 'out', ({ bag }) => bag ?? '', 'Out again');
    },
  };
}
export type Packing = ReturnType<typeof usePack>;
