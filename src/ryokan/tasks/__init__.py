"""Workers: processes beside the web that do what takes long."""
