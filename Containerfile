# One image of a shop's server. BUILD_IMAGE is one with the .NET 10 SDK, Node and npm; RUN_IMAGE one with the .NET 10 runtime
# for ASP.NET Core. Neither is named here: take those you trust. The folder needs a certificate first (./tinker certificate).
#   docker build -f Containerfile --build-arg BUILD_IMAGE=… --build-arg RUN_IMAGE=… -t sturdy-tinker .
#   docker run -p 5443:5443 -v /srv/shop:/shop sturdy-tinker --host-names shop.lan
# Untested: nothing runs containers on the machine it was written on.
ARG BUILD_IMAGE
ARG RUN_IMAGE
FROM ${BUILD_IMAGE} AS build
WORKDIR /src
COPY . .
RUN ./tinker build

FROM ${RUN_IMAGE}
COPY --from=build /src/out/bin/Shop/release /app
COPY --from=build /src/web/dist /web
RUN useradd --system --uid 1000 tinker && mkdir /shop && chown tinker /shop
USER tinker
VOLUME /shop
EXPOSE 5443
ENTRYPOINT ["dotnet", "/app/SturdyTinker.Shop.dll", "--data", "/shop", "--web", "/web", \
  "--urls", "http://127.0.0.1:5115", "--listen", "0.0.0.0:5443", "--logs", "json"]
