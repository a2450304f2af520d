import { memo, Suspense, useEffect, useRef } from 'react';
import { Maximize2, Minimize2 } from '../../../ui/icons.tsx';
import { Tabs } from 'radix-ui';
import type { DeskView } from './desk-view.ts';
import { ROOMS, type Room, type RoomId } from './rooms.tsx';

/**
 * The rooms beside the score, one of them open. Where the screen is narrow they rise from its foot when
 * a door is touched, and sink when it is touched again.
 */
export const RoomColumn = memo(function RoomColumn({
  desk,
  room,
  raised,
  wide,
  onRoom,
  onRaised,
  onWide,
}: {
  desk: DeskView;
  room: RoomId;
  /** Whether a room stands open where they rise from the foot. */
  raised: boolean;
  wide: boolean;
  onRoom: (room: RoomId) => void;
  onRaised: (raised: boolean) => void;
  onWide: (wide: boolean) => void;
}) {
  const inside = useRef<HTMLDivElement>(null);
  // A touch on another door opens that room before it counts as a touch on the open one.
  const opened = useRef(false);
  // Another room is read from its top.
  useEffect(() => {
    void inside.current?.scrollTo({ top: 0 });
  }, [room]);
  const open: Room | undefined = ROOMS.find(({ id }) => id === room);
  return (
    <Tabs.Root
      value={room}
      onValueChange={(value) => {
        opened.current = true;
        onRoom(value as RoomId);
      }}
      activationMode="manual"
      className="rooms no-print"
      data-raised={raised}
    >
      <div className="doors">
        <Tabs.List aria-label="Rooms" className="flex flex-1 flex-wrap">
          {ROOMS.map(({ id, name }) => (
            <Tabs.Trigger
              key={id}
              value={id}
              className="door"
              onPointerDown={() => {
                opened.current = false;
              }}
              onClick={() => {
                onRaised(opened.current || !raised);
                opened.current = false;
              }}
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {open?.widens ? (
          <button
            type="button"
            aria-pressed={wide}
            aria-label={wide ? 'Back beside the score' : 'Open wide'}
            className="widen"
            onClick={() => onWide(!wide)}
          >
            {wide ? <Minimize2 size={16} aria-hidden="true" /> : <Maximize2 size={16} aria-hidden="true" />}
          </button>
        ) : null}
      </div>
      <Tabs.Content ref={inside} value={room} className="room" data-room={room} tabIndex={-1}>
        <Suspense>{open ? <open.Show desk={desk} /> : null}</Suspense>
      </Tabs.Content>
    </Tabs.Root>
  );
});
