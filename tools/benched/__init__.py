"""What `make bench` measures, one file for each thing that a maker waits for."""
