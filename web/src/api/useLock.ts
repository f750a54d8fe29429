import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { answer, shop } from "./client";
import { shutDoor } from "./door";

/** Ends the session of this browser: the door is shut at once, whether or not the server answers. */
export function useLock(): () => void {
  const queries = useQueryClient();
  return useCallback(() => {
    shutDoor(true);
    void queries
      .cancelQueries({ queryKey: ["access"] })
      .then(() => answer(shop.POST("/api/access/sign-out")))
      .then((now) => queries.setQueryData(["access"], now));
  }, [queries]);
}
