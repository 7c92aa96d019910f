import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { App } from "./app.tsx";
import { Boundary } from "./parts/boundary.tsx";
import { Button, Fault } from "./parts/controls.tsx";
import { applyTheme } from "./parts/theme.ts";
import { store } from "./store/store.ts";
import "./styles.css";

/** When nothing else can be shown. */
function Failed({ message }: { readonly message: string }) {
  return (
    <main className="p-8">
      <Fault>The application could not be shown: {message}</Fault>
      <p className="my-3">What you wrote is on the server, or kept in this browser until it is saved.</p>
      <Button onClick={() => location.reload()}>Load it again</Button>
    </main>
  );
}

applyTheme();
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Boundary failed={(message) => <Failed message={message} />}>
        <Provider store={store}>
          <App />
        </Provider>
      </Boundary>
    </StrictMode>,
  );
}
