"""What the scripts beside this folder do. Standard library only: it runs before anything is installed."""
