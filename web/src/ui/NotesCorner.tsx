import { Button } from "react-aria-components/Button";
import {
  UNSTABLE_Toast as Toast,
  UNSTABLE_ToastContent as Content,
  UNSTABLE_ToastQueue as Queue,
  UNSTABLE_ToastRegion as Region,
} from "react-aria-components/Toast";
import { Text } from "react-aria-components/Text";
import styled from "styled-components";

/** What was done, said in passing. */
export interface Note {
  words: string;
  /** What takes it back; undefined where nothing does. */
  undo: (() => void) | undefined;
}

/** Long enough to read it and to reach for it; a note that is pointed at or focused stays. */
const STAYS = 12_000;

const queue = new Queue<Note>({ maxVisibleToasts: 2 });

/** Brings a note up. */
export const bring = (note: Note): void => void queue.add(note, { timeout: STAYS });

/** Takes every note away. */
export const clearNotes = (): void => queue.clear();

const Corner = styled(Region)`
  position: fixed;
  top: 64px;
  left: 50%;
  transform: translateX(-50%);
  z-index: 15;
  display: grid;
  gap: 8px;
  width: max-content;
  max-width: min(440px, calc(100vw - 32px));
  outline: none;
` as typeof Region;

const Slip = styled(Toast)`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px 16px;
  padding: 6px 8px 6px 18px;
  background: var(--ink);
  color: var(--ground);
  border-radius: 3px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 25%);
  outline: none;
  &[data-focus-visible] {
    outline: 3px solid var(--working);
    outline-offset: 2px;
  }
  span {
    overflow-wrap: anywhere;
  }
  button {
    flex: none;
    min-width: 44px;
    min-height: 44px;
    border: 0;
    background: none;
    color: inherit;
    cursor: pointer;
  }
  button[data-undo] {
    font-weight: 600;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  button[data-focus-visible] {
    outline: 3px solid var(--ground);
    outline-offset: -3px;
  }
`;

/** Where notes come up: below the masthead, where nothing is that a hand wants. */
export default function NotesCorner() {
  return (
    <Corner queue={queue} aria-label="What was just done">
      {({ toast }) => (
        <Slip toast={toast}>
          <Content>
            <Text slot="title">{toast.content.words}</Text>
          </Content>
          <div style={{ flex: "none" }}>
            {toast.content.undo && (
              <Button
                data-undo
                onPress={() => {
                  toast.content.undo?.();
                  queue.close(toast.key);
                }}
              >
                Undo
              </Button>
            )}
            <Button slot="close" aria-label="Put this note away">
              ✕
            </Button>
          </div>
        </Slip>
      )}
    </Corner>
  );
}
