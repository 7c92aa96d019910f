import { expose } from "comlink";
import { BenchCore } from "./bench-core.ts";

expose(new BenchCore());
