"""What is put on, in or round a bag: pockets, closures, and where they lie."""
