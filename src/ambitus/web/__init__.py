"""The HTTP door: JSON under ``/api``, the screens everywhere else. Loopback only."""
