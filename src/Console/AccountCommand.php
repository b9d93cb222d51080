<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Entity\SignInName;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\StarterPasswords;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:account')]
final class AccountCommand extends Command
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly StarterPasswords $starters,
        private readonly Usernames $usernames,
        private readonly ClockInterface $clock,
        private readonly Terminal $terminal,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.account'))
            ->addArgument('do', InputArgument::REQUIRED, $this->terminal->say('account.do'))
            ->addArgument('who', InputArgument::OPTIONAL, $this->terminal->say('account.who'))
            ->addOption('sign-in', null, InputOption::VALUE_REQUIRED, $this->terminal->say('account.signIn'))
            ->addOption('role', null, InputOption::VALUE_REQUIRED, $this->terminal->say('account.role'), 'teacher');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$do, $who] = [$input->getArgument('do'), $input->getArgument('who')];
        $who = \is_string($who) ? $who : '';
        $told = match ($do) {
            'list' => $this->list($output),
            'make' => $this->make($who, $input, $output),
            'disable', 'enable', 'unlock', 'password' => $this->change($do, $who, $output),
            default => $this->terminal->say('account.unknown'),
        };
        if (null !== $told) {
            $output->writeln($told, OutputInterface::OUTPUT_RAW);
        }

        return null === $told ? Command::SUCCESS : Command::FAILURE;
    }

    private function list(OutputInterface $output): null
    {
        foreach ($this->entities->getRepository(Account::class)->findBy([], ['signIn' => 'ASC']) as $one) {
            $output->writeln(\sprintf(
                '%-20s %-13s %s',
                $one->signIn,
                $one->role->value,
                implode(', ', array_filter([
                    $one->name,
                    $one->isDisabled() ? $this->terminal->say('account.isDisabled') : '',
                    $one->mustChangePassword() ? $this->terminal->say('account.isFirst') : '',
                ])),
            ), OutputInterface::OUTPUT_RAW);
        }

        return null;
    }

    private function make(string $name, InputInterface $input, OutputInterface $output): ?string
    {
        [$typed, $role] = [$input->getOption('sign-in'), $input->getOption('role')];
        $signIn = SignInName::canonical(\is_string($typed) ? $typed : '');
        $role = Role::tryFrom($role);
        $name = PersonName::clean($name);
        $school = $this->entities->getRepository(School::class)->findOneBy([]);
        if (null === $school) {
            return $this->terminal->say('account.noSchool');
        }
        if (null === $signIn || '' === $signIn || null === $role || '' === $name || mb_strlen($name) > PersonName::MOST) {
            return $this->terminal->say('account.give');
        }
        if (!$this->usernames->claim($signIn)) {
            return $this->terminal->say('account.taken', ['name' => $signIn]);
        }
        $account = new Account($school, $signIn, $name, $role, explode(' ', $name)[0]);
        $password = $this->starters->give($account);
        $this->entities->persist($account);
        $this->entities->flush();
        $this->terminal->write($output, 'account.made', ['name' => $signIn, 'password' => $password]);

        return null;
    }

    private function change(string $do, string $who, OutputInterface $output): ?string
    {
        $account = $this->entities->getRepository(Account::class)->findOneBy(['signIn' => SignInName::canonical($who) ?? '']);
        if (null === $account) {
            return $this->terminal->say('account.none', ['name' => $who]);
        }
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        match ($do) {
            'disable' => $account->disable($now),
            'enable' => $account->enable(),
            'unlock' => $account->forgetSecond(),
            default => $this->terminal->write(
                $output,
                'account.password',
                ['name' => $account->signIn, 'password' => $this->starters->give($account)],
            ),
        };
        $this->entities->flush();
        'password' === $do || $this->terminal->write($output, 'account.done', ['name' => $account->signIn, 'what' => $do]);

        return null;
    }
}
