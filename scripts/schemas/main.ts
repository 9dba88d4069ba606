import { writeFileSync } from "node:fs";
import { COMPILED, compiledSchemas } from "./compile";

writeFileSync(COMPILED, compiledSchemas());
