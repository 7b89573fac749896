"""Serve the API and, beside it, the screens with live reload. Ends both with Ctrl+C."""

import subprocess
import sys

from ready import FRONTEND, ROOT, VENV, node

port = sys.argv[1] if len(sys.argv) > 1 else "8340"
api = subprocess.Popen([VENV / "bin" / "ambitus", "demo", "--port", port], cwd=ROOT)
try:
    subprocess.run(
        ["npm", "run", "dev"], cwd=FRONTEND, env={**node(), "AMBITUS_API": f"http://127.0.0.1:{port}"}
    )
except KeyboardInterrupt:
    pass
finally:
    api.terminate()
    api.wait()
