import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useMay } from "../api/useAccess";
import { Button } from "../ui/Button";
import { Disclosure } from "../ui/Disclosure";
import { Quiet, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

/** Forgets whom a customer is, for whoever may, where somebody has a right to that. It can't be undone. */
export function Forget({ customer }: { customer: Schemas["CustomerAnswer"] }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const may = useMay("forget");
  const forget = useMutation({
    mutationFn: () =>
      answer(shop.POST("/api/yard/customers/{id}/forget", { params: { path: { id: customer.id } } })),
    onSuccess: async () => {
      await navigate("/yard");
      await queries.invalidateQueries();
    },
  });
  if (!may) return null;
  return (
    <Disclosure title="Forget who this is">
      <Stack>
        <Quiet>
          Name, telephone, mail, note, the letters sent, and what the trail of writes tells of them are
          erased, and can’t be brought back. The trailers stay, with all that was found and done. Backups of
          before still hold it, until they are dropped after a year.
        </Quiet>
        <Problem of={forget.error} />
        <div>
          <Button isDisabled={forget.isPending} onPress={() => forget.mutate()}>
            Forget {customer.name}
          </Button>
        </div>
      </Stack>
    </Disclosure>
  );
}
