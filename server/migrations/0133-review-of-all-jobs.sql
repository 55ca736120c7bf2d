UPDATE `job_summaries` SET `review` = 1;
