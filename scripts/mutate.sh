#!/bin/sh
# Mutation score of a folder of the core, on demand: npm run mutate -- rating [file.ts]
set -eu
cd "$(dirname "$0")/.."
folder=${1:?"a folder of packages/core/src, as: rating"}
MUTATE=$folder exec npx stryker run --mutate "packages/core/src/$folder/**/${2:-*.ts},!**/*.spec.ts"
