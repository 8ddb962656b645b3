/** `npm start`: the application without the demo, with an empty store and the real date. Settings: docs/howTo/operate.md. */
import { spawn } from "node:child_process";
import { join } from "node:path";
import { build, install, root } from "./prepare.mjs";

install();
build();
const child = spawn(process.execPath, [join(root, "server/dist/main.js")], { cwd: root, stdio: "inherit" });
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
