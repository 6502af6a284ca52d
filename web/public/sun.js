if (localStorage.getItem('stride-chalk.sun') === '1') document.documentElement.dataset.sun = '1';
