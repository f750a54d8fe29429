import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../api/client";
import { Quiet, Stack } from "./Page";
import { Select } from "./Select";

interface Props {
  value: string;
  onChange: (code: string) => void;
}

/** The damage of a bearing by its ISO 15243 family: how each looks, and what it points to. */
export function Classed({ value, onChange }: Props) {
  const damages = useQuery({
    queryKey: ["damages"],
    queryFn: () => answer(shop.GET("/api/bay/damages")),
    staleTime: Infinity,
  });
  const picked = damages.data?.find((d) => d.code === value);
  return (
    <Stack $gap={4}>
      <Select
        label="The damage, by ISO 15243"
        value={value}
        onChange={onChange}
        options={[
          ["", "not classed"],
          ...(damages.data ?? []).map((d) => [d.code, `${d.words}: ${d.looksLike}`] as const),
        ]}
      />
      {picked && <Quiet>Points to {picked.pointsTo}.</Quiet>}
    </Stack>
  );
}
