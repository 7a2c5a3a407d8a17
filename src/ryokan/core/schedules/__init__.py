"""What the bench needs in lists: cables, fuses, circuits, terminals, pieces to cut, labels, and spools to buy."""
