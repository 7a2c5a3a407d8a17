"""Reading typed lines: the kit that loads, things, readings and room share, to which each kind of line brings its words."""
