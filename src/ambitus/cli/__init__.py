"""The command line: serve, and the demo."""
