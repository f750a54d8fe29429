import { type ReactNode, useState } from "react";
import { Dialog } from "react-aria-components/Dialog";
import { GridList, GridListItem } from "react-aria-components/GridList";
import { Heading } from "react-aria-components/Heading";
import styled from "styled-components";
import { Sheet, Veil } from "./Asking";
import { Button } from "./Button";
import { Row } from "./Page";

const Wall = styled(GridList)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 20px;
  outline: none;
  img {
    width: 100%;
    height: 160px;
    object-fit: cover;
    border: 1px solid var(--hair);
  }
`;

const Tile = styled(GridListItem)`
  cursor: pointer;
  outline-offset: 4px;
  &[data-focus-visible] {
    outline: 3px solid var(--working);
  }
`;

const Frame = styled(Sheet)`
  width: min(1100px, 100%);
  max-height: calc(100dvh - min(12vh, 90px) - 24px);
  overflow: auto;
  img {
    justify-self: center;
    max-width: 100%;
    max-height: calc(100dvh - 300px);
    object-fit: contain;
  }
`;

/** A photograph: its address, what it shows, and what is said below it. */
export interface Photo {
  id: string;
  address: string;
  shows: string;
  below: ReactNode;
}

/** Photographs side by side: arrow keys walk among them, Enter or a touch shows one large. */
export function PhotoGrid({ label, photos }: { label: string; photos: readonly Photo[] }) {
  const [shown, setShown] = useState<string | null>(null);
  const at = photos.findIndex((p) => p.id === shown);
  const photo = photos[at];
  // Round and round: a button that ended somewhere would take the keyboard with it.
  const step = (by: number) => setShown(photos[(at + by + photos.length) % photos.length]?.id ?? null);
  return (
    <>
      <Wall
        aria-label={label}
        layout="grid"
        items={photos}
        keyboardNavigationBehavior="tab"
        onAction={(key) => setShown(String(key))}
      >
        {photos.map((p) => (
          <Tile key={p.id} id={p.id} textValue={p.shows}>
            <img src={`${p.address}/small`} loading="lazy" alt={p.shows} />
            {p.below}
          </Tile>
        ))}
      </Wall>
      <Veil isOpen={photo !== undefined} onOpenChange={(open) => !open && setShown(null)} isDismissable>
        <Frame>
          {/* Escape is the dialog's; the arrows turn to the photograph before and after. */}
          <div
            role="presentation"
            onKeyDown={(e) => {
              if (e.key === "ArrowLeft") step(-1);
              if (e.key === "ArrowRight") step(1);
            }}
          >
            <Dialog>
              {photo && (
                <>
                  <Row $gap={18} style={{ justifyContent: "space-between" }}>
                    <Heading slot="title">
                      Photograph {at + 1} of {photos.length}
                    </Heading>
                    <Row>
                      {photos.length > 1 && (
                        <>
                          <Button onPress={() => step(-1)}>Before it</Button>
                          <Button onPress={() => step(1)}>After it</Button>
                        </>
                      )}
                      <Button onPress={() => setShown(null)}>Close</Button>
                    </Row>
                  </Row>
                  <img src={photo.address} alt={photo.shows} />
                  <div>{photo.below}</div>
                </>
              )}
            </Dialog>
          </div>
        </Frame>
      </Veil>
    </>
  );
}
