import { useRouteError } from "react-router";
import { Button } from "./ui/Button";
import { Masthead } from "./ui/Masthead";
import { Page, Quiet, Stack } from "./ui/Page";

/** Shown where a screen could not be drawn: never a blank page. */
export function Broken() {
  const fault = useRouteError();
  return (
    <>
      <Masthead />
      <Page>
        <Stack>
          <h1>This page could not be shown</h1>
          <p>
            What was saved is safe. The program may have been renewed on the server since this window was
            opened.
          </p>
          <div>
            <Button $main onPress={() => window.location.reload()}>
              Try again
            </Button>
          </div>
          <Quiet>{fault instanceof Error ? fault.message : String(fault)}</Quiet>
        </Stack>
      </Page>
    </>
  );
}
