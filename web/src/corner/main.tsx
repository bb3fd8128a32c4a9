import "../kit/tokens.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Boundary } from "../kit/Boundary";
import { Corner } from "./Corner";

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Boundary where="your corner">
      <Corner />
    </Boundary>
  </StrictMode>,
);
