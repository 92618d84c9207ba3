# The kitchen's server with the app. What the second stage copies is all that running it takes: a browser test runs
# the server from a copy of just these (e2e/built.spec.ts).
FROM node:20-bookworm-slim AS build
WORKDIR /app
COPY . .
RUN npm run build

FROM node:20-bookworm-slim
ENV NODE_ENV=production \
    DATA_DIR=/data \
    LISTEN=0.0.0.0 \
    PORT=8787 \
    OPS_PORT=9090 \
    LOG_LEVEL=info
WORKDIR /app
COPY --from=build /app/package.json /app/package-lock.json ./
COPY --from=build /app/core/package.json core/
COPY --from=build /app/contract/package.json contract/
COPY --from=build /app/client/package.json client/
COPY --from=build /app/e2e/package.json e2e/
COPY --from=build /app/server/package.json server/
COPY --from=build /app/server/drizzle server/drizzle
COPY --from=build /app/scripts scripts
RUN npm ci --omit=dev --no-audit --no-fund && mkdir /data && chown node:node /data
COPY --from=build /app/server/dist server/dist
COPY --from=build /app/client/dist client/dist
USER node
VOLUME /data
EXPOSE 8787
HEALTHCHECK --interval=30s --timeout=5s --start-period=60s \
    CMD ["node", "-e", "fetch('http://127.0.0.1:9090/ready').then((r) => process.exit(r.ok ? 0 : 1), () => process.exit(1))"]
# --pair says a pairing code at each start; without it one is said while nothing is paired.
CMD ["node", "--enable-source-maps", "server/dist/main.mjs"]
