package job
